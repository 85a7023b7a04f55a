/** The newest act of a person, as it is offered to be undone. */
export interface LastAct {
  readonly key: string;
  /** Its command's name, and a detail after it where it has one; of an undoing, what was undone. */
  readonly kind: string;
  readonly subject: string | null;
  /** How much longer Undo is offered. */
  readonly msLeft: number;
  /** It was itself an undoing, which is told and not undone. */
  readonly undid: boolean;
}

/** What somebody did with the outcome of an act since, so that it cannot be taken back any more. */
export type BuiltOn =
  | 'lot used'
  | 'lot tested'
  | 'lot lent'
  | 'lot held'
  | 'lot on the bench'
  | 'lot shut away'
  | 'lot observed'
  | 'passport corrected'
  | 'lot grown on'
  | 'lot to be grown out'
  | 'batch went on'
  | 'hold lifted'
  | 'lot left'
  | 'loan told of'
  | 'grow-out went on'
  | 'vessel taken'
  | 'taken out since'
  | 'container opened'
  | 'test went on'
  | 'test ended'
  | 'test re-opened'
  | 'trial ended'
  | 'count corrected'
  | 'purity tested'
  | 'lot corrected'
  | 'rule taken on'
  | 'due date agreed'
  | 'failure answered'
  | 'want noted'
  | 'listing read'
  | 'origin noted';

/** Why an act cannot be taken back. */
export type UndoProblem =
  | { readonly code: 'no such act' }
  | { readonly code: 'cannot be undone' }
  | { readonly code: 'undone already' }
  | { readonly code: 'not yours' }
  | { readonly code: 'too late' }
  | { readonly code: 'reason wanted' }
  | { readonly code: 'built on'; readonly by: BuiltOn };
