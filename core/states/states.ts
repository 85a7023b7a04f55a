import type { Day } from '../kernel/kinds.ts';
import type { Machine } from './machine.ts';

/** Seed of one line and origin. A withdrawn lot, taken in by mistake, is beyond every command. */
export type LotState = 'to be cleaned' | 'kept' | 'used up' | 'withdrawn';
export const LOT: Machine<LotState> = {
  'to be cleaned': { 'batch started': 'to be cleaned', 'clean seed received': 'kept', 'trial of methods begun': 'to be cleaned' },
  kept: {
    'batch started': 'kept',
    'shut away': 'kept',
    'sample parted': 'kept',
    packed: 'kept',
    unpacked: 'kept',
    moved: 'kept',
    'seed given': 'kept',
    'stock counted': 'kept',
    'packets lent': 'kept',
    'test laid': 'kept',
    'lots blended': 'kept',
    'grow-out proposed': 'kept',
    'seed handed over': 'kept',
    'lot discarded': 'used up',
  },
  // Seed that the book has not may still be found on the shelf, or in a jar at the bench.
  'used up': { 'stock counted': 'kept', 'batch started': 'used up', 'shut away': 'used up' },
  withdrawn: {},
};

/** @param form what the lot came as, until it is clean */
export function lotState(lot: { readonly form: string; readonly onHand: number }): Exclude<LotState, 'withdrawn'> {
  if (lot.form === 'whole fruit' || lot.form === 'heads or pods') return 'to be cleaned';
  return lot.onHand > 0 ? 'kept' : 'used up';
}

/** Seed on a towel. What is ended is counted no more, but may be re-opened; of a test given up the seeds stay spent. */
export type TestState = 'counting' | 'read' | 'abandoned';
export const TEST: Machine<TestState> = {
  counting: {
    'towel counted': 'counting',
    'number laid put right': 'counting',
    'seedlings potted': 'counting',
    'test read': 'read',
    'test abandoned': 'abandoned',
  },
  read: { 'seedlings potted': 'read', 'test re-opened': 'counting' },
  abandoned: { 'seedlings potted': 'abandoned', 'test re-opened': 'counting' },
};
export const testState = (test: { readonly outcome: 'read' | 'abandoned' | null }): TestState => test.outcome ?? 'counting';

/** Work on one picking of a lot. An ended batch takes nothing more. */
export type BatchState = 'open' | 'finished' | 'abandoned';
export const BATCH: Machine<BatchState> = {
  open: {
    'hazards read': 'open',
    'batch moved on': 'open',
    'batch looked at': 'open',
    'batch weighed': 'open',
    'air read': 'open',
    incident: 'open',
    'batch finished': 'finished',
    'batch given up': 'abandoned',
  },
  finished: {},
  abandoned: {},
};
export const batchState = (batch: { readonly outcome: 'finished' | 'abandoned' | null }): BatchState => batch.outcome ?? 'open';

/** Packets with a member. Seed may come back in several parts before a loan is closed; what is closed takes nothing more. */
export type LoanState = 'open' | 'closed';
export const LOAN: Machine<LoanState> = {
  open: {
    'seed returned': 'closed',
    'loan closed': 'closed',
    'due date agreed': 'open',
    'failure told': 'open',
    'emergence of a loan told': 'open',
  },
  closed: { 'emergence of a loan told': 'closed' },
};
export const loanState = (loan: { readonly outcome: string | null }): LoanState => (loan.outcome === null ? 'open' : 'closed');

export type HoldState = 'standing' | 'lifted';
export const HOLD: Machine<HoldState> = { standing: { 'hold lifted': 'lifted' }, lifted: {} };
export const holdState = (hold: { readonly liftedOn: Day | null }): HoldState => (hold.liftedOn === null ? 'standing' : 'lifted');

/** Seed in the freezer or airtight against insects. */
export type TreatmentState = 'shut' | 'out';
export const TREATMENT: Machine<TreatmentState> = { shut: { 'taken out': 'out' }, out: { 'shut away': 'shut' } };
export const treatmentState = (treatment: { readonly openedOn: Day | null } | undefined): TreatmentState =>
  treatment && treatment.openedOn === null ? 'shut' : 'out';

/** A trial of a lot in the garden, or of methods at the bench. */
export type TrialState = 'running' | 'ended';
export const TRIAL: Machine<TrialState> = { running: { 'trial ended': 'ended', 'trial of methods ended': 'ended' }, ended: {} };
export const trialState = (trial: { readonly outcome: string | null } | { readonly endedOn: Day | null }): TrialState =>
  ('outcome' in trial ? trial.outcome : trial.endedOn) === null ? 'running' : 'ended';

/**
 * A lot grown out for the library: proposed; then the last step says how far it is. What comes back in parts is still handed over until the last
 * part; how it stands in the garden is told by its log (core/growout/log.ts).
 */
export type GrowOutStep = 'offered' | 'agreed' | 'declined' | 'handed over' | 'back in part' | 'back' | 'failed' | 'dropped';
export type GrowOutState = 'proposed' | Exclude<GrowOutStep, 'back in part'>;
const TO_BE_AGREED = { 'grow-out offered': 'offered', 'grow-out agreed': 'agreed', 'grow-out dropped': 'dropped' } as const;
export const GROW_OUT: Machine<GrowOutState> = {
  proposed: { ...TO_BE_AGREED, 'grow-out placed': 'proposed' },
  offered: { ...TO_BE_AGREED, 'grow-out placed': 'offered', 'offer accepted': 'agreed', 'offer declined': 'declined' },
  // Somebody else may grow it after all.
  agreed: { ...TO_BE_AGREED, 'grow-out placed': 'agreed', 'offer declined': 'declined', 'seed handed over': 'handed over' },
  declined: { ...TO_BE_AGREED, 'grow-out placed': 'declined' },
  'handed over': {
    'grow-out placed': 'handed over',
    'season logged': 'handed over',
    'seed returned': 'back',
    'grow-out failed': 'failed',
  },
  back: {},
  failed: {},
  dropped: {},
};
export const growOutState = ({ step }: { readonly step: GrowOutStep | null }): GrowOutState =>
  step === null ? 'proposed' : step === 'back in part' ? 'handed over' : step;
