import { join } from 'node:path';

export type SampleRole = 'coordinator' | 'helper' | 'member';

/** Where a role's cookie is kept during a run. */
export const stateOf = (role: SampleRole): string => join(import.meta.dirname, '..', '.out', `${role}.json`);
