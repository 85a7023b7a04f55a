export const BACK_FROM = ['loan', 'grow-out'] as const;

/** What seed comes back from: a loan to a member, or a grow-out for the library. */
export interface Back {
  readonly of: (typeof BACK_FROM)[number];
  readonly id: number;
}
