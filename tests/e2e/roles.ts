import type { Role } from '#core/people/may.ts';
import { tokenOf } from '../support/library.ts';

/** The cookies of somebody who is signed in, in whichever copy of the sample library. */
export const stateOf = (role: Role) => ({
  cookies: [
    {
      name: 'granary_session',
      value: tokenOf(role),
      domain: '127.0.0.1',
      path: '/',
      expires: -1,
      httpOnly: true,
      secure: false,
      sameSite: 'Lax' as const,
    },
  ],
  origins: [],
});

/** Nobody is signed in. */
export const NOBODY = { cookies: [], origins: [] };
