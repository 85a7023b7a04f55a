interface Named {
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
}

/** Why what was typed is no lot that can be told. */
export type LotUnclear =
  | { readonly code: 'check letter'; readonly near: readonly Named[] }
  | { readonly code: 'no such variety' }
  | { readonly code: 'which lot'; readonly near: readonly Named[]; readonly more: number };
