import type { PersonId } from '../kernel/kinds.ts';
import type { HoldKind } from '../lots/words.ts';

export const ROLES = ['coordinator', 'helper', 'grower', 'member'] as const;
export type Role = (typeof ROLES)[number];

/** What a signed-in person may do; each loader and each action names the one it needs. */
export type Permission =
  | 'read own loans'
  | 'read almanac'
  | 'work'
  | 'lift doubtful holds'
  | 'override policy'
  | 'manage people'
  | 'set house rules'
  | 'plan grow-outs'
  | 'read audit';

const EVERYBODY: readonly Permission[] = ['read own loans', 'read almanac'];
const HELPERS: readonly Permission[] = [...EVERYBODY, 'work'];

const GRANTED: Record<Role, readonly Permission[]> = {
  member: EVERYBODY,
  grower: EVERYBODY,
  helper: HELPERS,
  coordinator: [...HELPERS, 'lift doubtful holds', 'override policy', 'manage people', 'set house rules', 'plan grow-outs', 'read audit'],
};

/** Whether somebody of this role has this permission. */
export function may(role: Role, permission: Permission): boolean {
  return GRANTED[role].includes(permission);
}

/** Helpers lift what the bench can see for itself; doubts about what the seed is are lifted by a coordinator. */
export function mayLift(role: Role, hold: HoldKind): boolean {
  const atTheBench = hold === 'drying' || hold === 'pests' || hold === 'test';
  return may(role, atTheBench ? 'work' : 'lift doubtful holds');
}

/** Whoever works here changes people who do not sign in, and their own entry; those who sign in are changed by a coordinator. */
export function mayEdit(
  actor: { readonly role: Role; readonly personId: PersonId },
  person: { readonly id: number; readonly role: Role | null },
): boolean {
  return may(actor.role, 'manage people') || (may(actor.role, 'work') && (person.role === null || person.id === actor.personId));
}

/** What leaves the house for good at one go, thrown away or given, is a coordinator's beyond so many seeds. */
export const MOST_SEEDS_BY_HELPER = 500;
