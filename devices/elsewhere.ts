import { lookup } from 'node:dns/promises';
import { request as plainRequest, type IncomingMessage } from 'node:http';
import { request as secureRequest } from 'node:https';
import { BlockList, isIP } from 'node:net';

// Reads a file from an address that somebody typed. What is typed may name, or lead to, a machine that only this server can reach: every step is looked
// up, checked, and then connected to at just the addresses that were checked.

/** Ranges of IPv4 that are nobody's public address (the registry of special-purpose addresses, RFC 6890 and its successors). */
const PRIVATE_RANGES = new BlockList();
for (const [start, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 3],
] as const)
  PRIVATE_RANGES.addSubnet(start, bits, 'ipv4');

/** The public part of IPv6, and what of it is set apart: IPv4 in disguise, documentation and tests. */
const PUBLIC_IPV6 = new BlockList();
PUBLIC_IPV6.addSubnet('2000::', 3, 'ipv6');
const APART_IPV6 = new BlockList();
APART_IPV6.addSubnet('2001::', 23, 'ipv6');
APART_IPV6.addSubnet('2001:db8::', 32, 'ipv6');
APART_IPV6.addSubnet('2002::', 16, 'ipv6');
APART_IPV6.addSubnet('3fff::', 20, 'ipv6');

/** Whether an address is one of the open internet. @param ip as text, of either family */
export function isPublic(ip: string): boolean {
  switch (isIP(ip)) {
    case 4:
      return !PRIVATE_RANGES.check(ip, 'ipv4');
    case 6:
      return PUBLIC_IPV6.check(ip, 'ipv6') && !APART_IPV6.check(ip, 'ipv6');
    default:
      return false;
  }
}

export interface Fetching {
  readonly mostBytes: number;
  readonly milliseconds: number;
  /** `host:port` on this machine that a test may read from all the same. */
  readonly except: readonly string[];
}

export type Fetched =
  /** `url` is what was typed, as a whole address. */
  | { readonly ok: true; readonly bytes: Uint8Array; readonly url: string }
  | { readonly ok: false; readonly why: 'no address' | 'not public' | 'no answer' | 'too slow' | 'too large' | 'sent on too often' }
  | { readonly ok: false; readonly why: 'answered'; readonly status: number };
type Refused = Exclude<Fetched, { ok: true }>;

/** Reads `127.0.0.1:4748, …`: what of this machine a test may read from. Throws Error with a line for the operator where it is another machine. */
export function readExceptions(text: string): readonly string[] {
  const all = text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  for (const one of all)
    if (!/^127\.\d{1,3}\.\d{1,3}\.\d{1,3}:\d{1,5}$/.test(one))
      throw new Error(`"${one}" is not on this machine: LISTINGS_FROM_LOOPBACK is for tests, and takes addresses like 127.0.0.1:4748`);
  return all;
}

const MOST_REDIRECTS = 3;
/** Mail, files and other services of old listen below this; none of them is a web page. */
const LOWEST_OTHER_PORT = 1024;

/** Reads an address of the web, and says in time why it could not. Redirects are followed as if each had been typed. */
export async function fetchElsewhere(typed: string, fetching: Fetching): Promise<Fetched> {
  const signal = AbortSignal.timeout(fetching.milliseconds);
  const tooSlow = new Promise<Refused>((resolve) => {
    signal.addEventListener('abort', () => resolve({ ok: false, why: 'too slow' }), { once: true });
  });
  return Promise.race([follow(typed, fetching, signal), tooSlow]);
}

async function follow(typed: string, fetching: Fetching, signal: AbortSignal): Promise<Fetched> {
  let next = typed;
  let from: URL | undefined;
  let asked: string | undefined;
  for (let turn = 0; turn <= MOST_REDIRECTS; turn++) {
    const url = readAddressOfWeb(next, from);
    if (!url) return { ok: false, why: 'no address' };
    asked ??= url.href;
    const checked = await lookUp(url, fetching.except);
    if (!checked.ok) return checked;
    const answer = await ask(url, checked.addresses, signal);
    if (!answer) return { ok: false, why: signal.aborted ? 'too slow' : 'no answer' };
    const { statusCode = 0, headers } = answer;
    if (statusCode === 200) {
      const body = await readBody(answer, fetching.mostBytes, signal);
      return body instanceof Uint8Array ? { ok: true, bytes: body, url: asked } : body;
    }
    answer.destroy();
    if (![301, 302, 303, 307, 308].includes(statusCode) || headers.location === undefined)
      return { ok: false, why: 'answered', status: statusCode };
    next = headers.location;
    from = url;
  }
  return { ok: false, why: 'sent on too often' };
}

/** An address as people write it, with or without its `https://`. @param from the page that names it, where it is no whole one */
function readAddressOfWeb(text: string, from?: URL): URL | null {
  const whole = from || /^[a-z]+:\/\//i.test(text.trim()) ? text.trim() : `https://${text.trim()}`;
  if (!URL.canParse(whole, from?.href)) return null;
  const url = new URL(whole, from?.href);
  if (!['http:', 'https:'].includes(url.protocol) || url.username !== '' || url.password !== '') return null;
  return url.port !== '' && url.port !== '80' && url.port !== '443' && Number(url.port) < LOWEST_OTHER_PORT ? null : url;
}

type Address = Awaited<ReturnType<typeof lookup>>;

/** Where a name leads. One private address among them refuses all: the next look-up might give that one. */
async function lookUp(
  url: URL,
  except: readonly string[],
): Promise<{ readonly ok: true; readonly addresses: readonly Address[] } | Refused> {
  const name = url.hostname.replace(/^\[(.*)\]$/, '$1');
  const addresses = await lookup(name, { all: true, verbatim: true }).catch(() => []);
  if (addresses.length === 0) return { ok: false, why: 'no answer' };
  if (except.includes(url.host)) return { ok: true, addresses };
  return addresses.every(({ address }) => isPublic(address)) ? { ok: true, addresses } : { ok: false, why: 'not public' };
}

/** Asks at just these addresses; null where nobody answers. */
function ask(url: URL, addresses: readonly Address[], signal: AbortSignal): Promise<IncomingMessage | null> {
  const request = url.protocol === 'https:' ? secureRequest : plainRequest;
  return new Promise((resolve) => {
    const asking = request(url, {
      signal,
      agent: false,
      headers: { accept: 'application/json', 'accept-encoding': 'identity' },
      lookup: (_name, { all }, tell) => {
        const [first] = addresses;
        if (all) tell(null, [...addresses]);
        else tell(null, first!.address, first!.family);
      },
    });
    asking.once('response', resolve);
    // Also after the answer: whoever hangs up then is noticed where the body is read.
    asking.on('error', () => resolve(null));
    asking.end();
  });
}

async function readBody(answer: IncomingMessage, mostBytes: number, signal: AbortSignal): Promise<Uint8Array | Refused> {
  const pieces: Buffer[] = [];
  let size = 0;
  try {
    for await (const piece of answer as AsyncIterable<Buffer>) {
      size += piece.length;
      if (size > mostBytes) return { ok: false, why: 'too large' };
      pieces.push(piece);
    }
  } catch {
    return { ok: false, why: signal.aborted ? 'too slow' : 'no answer' };
  }
  return Buffer.concat(pieces);
}
