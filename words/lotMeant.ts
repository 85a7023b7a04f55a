import type { LotUnclear } from '#core/lotcode/lotUnclear.ts';

const named = (lots: readonly { readonly code: string; readonly crop: string; readonly variety: string }[]) =>
  lots.map(({ code, crop, variety }) => `${code} (${crop} ‘${variety}’)`).join(', or ');

/** Why what was typed is no lot that can be told, and what to type instead. */
export function lotUnclearWords(problem: LotUnclear): string {
  switch (problem.code) {
    case 'check letter':
      return `The last letter does not match the numbers. ${problem.near.length > 0 ? `Did you mean ${named(problem.near)}?` : 'Check the label'}`;
    case 'no such variety':
      return 'Enter a lot code, for example 26-0184-K, or a variety that is in store';
    case 'which lot':
      return `Which lot? ${named(problem.near)}${problem.more > 0 ? `, or one of ${problem.more} more. Type more of its name` : ''}`;
  }
}
