const MOST_VERSIONS = 1_000_000;

/** The version of the plan that an address asks for; null where it asks for none, or for what cannot be one. */
export function versionFrom(request: Request): number | null {
  const version = Number(new URL(request.url).searchParams.get('version'));
  return Number.isInteger(version) && version >= 1 && version <= MOST_VERSIONS ? version : null;
}
