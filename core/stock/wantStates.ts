/** How far a want has got; what has arrived is taken in, and then it is no want. */
export const WANT_STATES = ['open', 'asked', 'ordered', 'arrived'] as const;
export type WantState = (typeof WANT_STATES)[number];
