import { createCookie, type Cookie } from 'react-router';
import type { Desk } from './devices.server.ts';

const SECONDS_A_DAY = 86_400;
const everywhere = { path: '/', sameSite: 'lax', secure: (process.env['PUBLIC_URL'] ?? '').startsWith('https:') } as const;

// The session's token is random and looked up by its digest, so the cookie needs no signature. Kept longer than any session lasts, so that a form sent after it ran out is still known to be this person's.
const session = createCookie('granary_session', { ...everywhere, httpOnly: true, maxAge: 60 * SECONDS_A_DAY });
// By this a browser is known after it was signed in once: whoever guesses at the account elsewhere does not shut it out.
const known = createCookie('granary_known', { ...everywhere, httpOnly: true, maxAge: 400 * SECONDS_A_DAY });
const putAway = createCookie('granary_put_away', { ...everywhere, maxAge: 400 * SECONDS_A_DAY });
const theme = createCookie('granary_theme', { ...everywhere, maxAge: 400 * SECONDS_A_DAY });

// Which scale and printer stand beside this computer, tablet or phone, whoever works at it.
const desk = createCookie('granary_desk', { ...everywhere, httpOnly: true, maxAge: 400 * SECONDS_A_DAY });

/** A cookie's text; also one that was set as it is, without the helper's encoding, as releases up to 0016 did. */
async function read(request: Request, cookie: Cookie): Promise<string | null> {
  const header = request.headers.get('cookie');
  const value: unknown = await cookie.parse(header);
  return typeof value === 'string' ? value : (new RegExp(`(?:^|;\\s*)${cookie.name}=([\\w-]+)`).exec(header ?? '')?.[1] ?? null);
}

export const readSessionToken = (request: Request) => read(request, session);
export const readKnown = (request: Request) => read(request, known);
/** The headers that a browser is given when somebody signs in on it. */
export const signedInCookies = async (door: { readonly token: string; readonly known: string }): Promise<[string, string][]> => [
  ['set-cookie', await session.serialize(door.token)],
  ['set-cookie', await known.serialize(door.known)],
];
export const noSessionCookie = () => session.serialize('', { maxAge: 0 });

export async function readDesk(request: Request): Promise<Desk> {
  const value: unknown = await desk.parse(request.headers.get('cookie'));
  const name = (of: 'scale' | 'printer') => {
    const said = typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[of] : null;
    return typeof said === 'string' ? said : null;
  };
  return { scale: name('scale'), printer: name('printer') };
}
export const deskCookie = (chosen: Desk) => desk.serialize(chosen);

export const THEMES = ['system', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

export async function readTheme(request: Request): Promise<Theme> {
  const chosen = await read(request, theme);
  return chosen === 'light' || chosen === 'dark' ? chosen : 'system';
}
/** The places of which somebody has put the help away, by their paths. */
export async function readPutAway(request: Request): Promise<readonly string[]> {
  return ((await read(request, putAway)) ?? '').split(' ').filter(Boolean);
}
export const putAwayCookie = (places: readonly string[]) => putAway.serialize(places.join(' '));
export const themeCookie = (chosen: Theme) => theme.serialize(chosen);
