export const BACK_FROM = ['loan', 'grow-out'] as const;

/** What seed comes back from: a loan to a member, or a grow-out for the library. */
export interface Back {
  readonly of: (typeof BACK_FROM)[number];
  readonly id: number;
}

/** The names under which forms and addresses carry it. */
export const BACK_FIELDS: Readonly<Record<Back['of'], string>> = { loan: 'loan', 'grow-out': 'growOut' };

/** As fields of a form; none for seed that comes from anybody else. */
export const backFields = (from: Back | null): Readonly<Record<string, string>> =>
  from ? { [BACK_FIELDS[from.of]]: String(from.id) } : {};
