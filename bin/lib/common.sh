# Shared by the commands of bin/: finds what is missing, says what to do. Sourced, never run.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd -P)
cd "$ROOT"
# Where data and logs lie; another folder for a second library beside this one.
DATA=${KIND_GRANARY_DATA:-$ROOT/.data}

# The server, with room for SERVER_MEMORY megabytes of its own data: without a bound Node.js lets it grow to what the machine has before it tidies up.
# Two arenas for what lies outside of that, else the C library keeps one for each of a dozen threads.
SERVER_NODE=(env MALLOC_ARENA_MAX=2 node --max-old-space-size="${SERVER_MEMORY:-256}" --max-semi-space-size=4)
SERVE=("${SERVER_NODE[@]}" build/programs/serve.js)

say() { printf '%s\n' "$*"; }
fail() { printf '\n%s\n' "$*" >&2; exit 1; }
is_root() { [ "$(id -u)" = 0 ]; }

# Installs Debian packages as root; for anybody else prints the exact line to run.
need_debian() { # what-for package...
  local for=$1; shift
  command -v apt-get >/dev/null || fail "$for is missing, and this is no Debian machine. Install the counterpart of: $*"
  is_root || fail "$for is missing. Run this line, then the command again:
  sudo apt-get update && sudo apt-get install -y $*"
  say "Installing $for from Debian's packages ($*) ..."
  # A cluster of Debian's own is not wanted here: the library keeps its data in a folder of its own.
  if [[ " $* " == *" postgresql "* ]]; then
    mkdir -p /etc/postgresql-common/createcluster.d
    echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.d/kind-granary.conf
  fi
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$@"; } >"$DATA/apt.log" 2>&1 ||
    fail "Debian's packages could not be installed. The end of $DATA/apt.log says why:
$(tail -n 5 "$DATA/apt.log")"
}

need_space() { # megabytes
  local free; free=$(df -Pm "$ROOT" | awk 'NR == 2 { print $4 }')
  [ "$free" -ge "$1" ] || fail "Only $free MB are free on the disk that holds $ROOT; $1 MB are needed. Make room, then run the command again."
}

need_node() {
  command -v node >/dev/null || fail "Node.js is missing: version 20.19 or newer, with npm."
  node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' ||
    fail "Node.js $(node --version) is too old: 20.19 or newer is needed."
  command -v npm >/dev/null || fail "npm is missing: it comes with Node.js, or as Debian's package npm."
}

# The npm packages exactly as the lock file has them; again only when it has changed.
need_packages() {
  local want; want=$(cksum < package-lock.json)
  [ "$(cat node_modules/.kind-granary 2>/dev/null || true)" = "$want" ] && return
  say "Installing the npm packages ..."
  npm ci --no-audit --no-fund --loglevel=error >"$DATA/npm.log" 2>&1 || fail "npm could not install the packages. The end of $DATA/npm.log says why:
$(tail -n 8 "$DATA/npm.log")"
  printf '%s' "$want" > node_modules/.kind-granary
}

# Builds when a source is newer than the last build.
need_build() {
  local newer=x
  [ -f build/.done ] && newer=$(find app almanac bench contracts core words data demo server services workers public package-lock.json vite.config.ts react-router.config.ts -newer build/.done -type f -print -quit 2>/dev/null)
  [ -z "$newer" ] && return
  say "Building ..."
  rm -rf build
  NODE_ENV=production npm run build --silent >"$DATA/build.log" 2>&1 || fail "The build failed. The end of $DATA/build.log says why:
$(tail -n 20 "$DATA/build.log")"
  touch build/.done
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() { # from
  local port=$1
  until port_is_free "$port"; do port=$((port + 1)); done
  printf '%s' "$port"
}

mkdir -p "$DATA" 2>/dev/null || fail "This folder cannot be written to: $DATA"
