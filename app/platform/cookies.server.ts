const SECONDS_A_DAY = 86_400;
const secure = (process.env['PUBLIC_URL'] ?? '').startsWith('https:');

function read(request: Request, name: string): string | null {
  return new RegExp(`(?:^|;\\s*)${name}=([\\w-]+)`).exec(request.headers.get('cookie') ?? '')?.[1] ?? null;
}

const attributes = (days: number) => `Path=/; Max-Age=${days * SECONDS_A_DAY}; SameSite=Lax${secure ? '; Secure' : ''}`;

/** The session's token; it is random and looked up by its digest, so the cookie needs no signature. */
export const readSessionToken = (request: Request) => read(request, 'granary_session');
// Kept longer than any session lasts, so that a form sent after it ran out is still known to be this person's.
export const sessionCookie = (token: string) => `granary_session=${token}; HttpOnly; ${attributes(60)}`;
export const noSessionCookie = () => `granary_session=; HttpOnly; ${attributes(0)}`;

export const THEMES = ['system', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

export function readTheme(request: Request): Theme {
  const theme = read(request, 'granary_theme');
  return theme === 'light' || theme === 'dark' ? theme : 'system';
}
export const themeCookie = (theme: Theme) => `granary_theme=${theme}; ${attributes(400)}`;
