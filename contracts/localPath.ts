const LONGEST = 2_000;
const NOWHERE = 'http://this.invalid';

/**
 * A path within this site, safe to redirect to; `/` for whatever is not one: another site, however it is disguised (`//host`, `/\host`,
 * a tab or line break inside), another scheme, an address too long to be a page's.
 */
export function localPath(text: string | null | undefined): string {
  // Browsers drop tabs and line breaks from addresses, and read a backslash as a slash.
  if (!text || text.length > LONGEST || !text.startsWith('/') || /[\u0000-\u0020\u007f\\]/.test(text)) return '/';
  if (!URL.canParse(text, NOWHERE)) return '/';
  const { origin, pathname, search, hash } = new URL(text, NOWHERE);
  return origin === NOWHERE && !pathname.startsWith('//') ? pathname + search + hash : '/';
}
