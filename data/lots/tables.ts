import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Day, GardenId, LineId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Aim, HoldKind, Kind, Origin } from '#core/lots/words.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import type { FORMS, Passport } from '#core/passport/passport.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Fact, MaybeFact, ReadOnly } from '#data/columns.ts';

interface LineTable {
  id: GeneratedAlways<LineId>;
  crop_id: Fact<string>;
  name: Fact<string>;
  aim: ColumnType<Aim, Aim | undefined, Aim>;
  story: string | null;
  offspring: ColumnType<boolean, boolean | undefined, never>;
  rules: ColumnType<Rules, string | undefined, string>;
  kept_elsewhere: Generated<boolean>;
  /** Entered before there was a lot of it. */
  is_listed: Generated<boolean>;
  version: Generated<number>;
}

interface LineAliasTable {
  line_id: Fact<LineId>;
  name: Fact<string>;
}

interface LotCodeCounterTable {
  year: Fact<number>;
  last: number;
}

/** What a lot is; changed by a corrected passport alone. */
interface LotWrittenTable {
  id: GeneratedAlways<LotId>;
  code: Fact<string>;
  line_id: LineId;
  origin: Fact<Origin>;
  kind: Kind;
  unit: Fact<StockUnit>;
  seeds_per_gram: number;
  donor_id: number | null;
  garden_id: GardenId | null;
  harvested: string | null;
  plants_harvested: number | null;
  treated: 'yes' | 'unknown' | null;
  form: Generated<(typeof FORMS)[number]>;
  open_by: string | null;
  generation: MaybeFact<number>;
  note: MaybeFact<string>;
  taken_in_on: Fact<Day>;
  search_text: string;
  act_key: Fact<string>;
  shelf_key: ColumnType<string, never, never>;
}

/** What a lot holds and how it germinates: changes with every movement and every outlook. */
interface LotStateTable {
  lot_id: GeneratedAlways<LotId>;
  on_hand: ColumnType<number, never, never>;
  verdict: VerdictKind | null;
  tested_sprouted: number | null;
  tested_laid: number | null;
  tested_on: string | null;
  next_test_on: string | null;
  next_test_reason: string | null;
  /** The middle of what is believed to germinate, kept here to be sorted by. */
  germination: number | null;
}

/** The view of both. */
type LotView = ReadOnly<LotWrittenTable & Omit<LotStateTable, 'lot_id'>>;

interface LotParentTable {
  child_id: Fact<number>;
  parent_id: Fact<number>;
  seeds: MaybeFact<number>;
}

interface PassportTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  answers: ColumnType<Passport, string, never>;
  why: MaybeFact<string>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface LotCorrectionTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  old_line: Fact<LineId>;
  new_line: Fact<LineId>;
  old_donor: MaybeFact<PersonId>;
  new_donor: MaybeFact<PersonId>;
  old_garden: MaybeFact<GardenId>;
  new_garden: MaybeFact<GardenId>;
  old_per_gram: Fact<number>;
  new_per_gram: Fact<number>;
  why: Fact<string>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface EvidenceTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  seen: Fact<'plants' | 'fruits' | 'kernels'>;
  source: Fact<'trial' | 'grow-out' | 'report' | 'sorting'>;
  off_types: Fact<number>;
  looked_at: Fact<number>;
  shows: Fact<number>;
  seen_on: Fact<Day>;
  note: MaybeFact<string>;
  instead_of: MaybeFact<number>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface IncidentTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  kind: Fact<'mix-up' | 'contamination'>;
  what: Fact<string>;
  share: MaybeFact<number>;
  discarded: Fact<boolean>;
  happened_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TrialTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  must_show: Fact<string>;
  plants_wanted: Fact<number>;
  set_on: Fact<Day>;
  set_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export type TrialOutcome = 'released' | 'renamed' | 'discarded';

interface TrialEndTable {
  trial_id: Fact<number>;
  outcome: Fact<TrialOutcome>;
  reason: Fact<string>;
  old_line: MaybeFact<number>;
  new_line: MaybeFact<number>;
  ended_on: Fact<Day>;
  ended_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface ReportTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  person_id: MaybeFact<PersonId>;
  year: Fact<number>;
  true_to_type: MaybeFact<'yes' | 'mostly' | 'no'>;
  taste: MaybeFact<number>;
  yield: MaybeFact<number>;
  health: MaybeFact<number>;
  liking: MaybeFact<number>;
  words: MaybeFact<string>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface LotPromiseTable {
  lot_id: LotId;
  promise: Claim;
  chance: number;
  chance_true: number;
  chance_likely: number;
  low: number;
  middle: number;
  high: number;
  mean: number;
  handed_on: ColumnType<number[], number[], number[]>;
  effective: number | null;
  generations: number;
  reckoned_on: string;
}

interface LotOutlookTable {
  lot_id: LotId;
  low: number;
  median: number;
  high: number;
  may_be_lent: number;
  full_strength: number;
  own_share: number;
  under_on: string | null;
  to_sow: number | null;
  to_test: Generated<number>;
  sure_share: Generated<number>;
  reckoned_on: string;
}

interface OutlookStaleTable {
  lot_id: LotId;
  since: ColumnType<Date, Date | undefined, Date>;
}

interface PromiseStaleTable {
  lot_id: LotId;
  since: ColumnType<Date, Date | undefined, Date>;
}

interface HoldTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  kind: Fact<HoldKind>;
  reason: Fact<string>;
  rule: MaybeFact<HoldReason>;
  set_on: Fact<Day>;
  set_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface HoldLiftTable {
  hold_id: Fact<number>;
  reason: Fact<string>;
  lifted_on: Fact<Day>;
  lifted_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface BlendTable {
  lot_id: Fact<LotId>;
  probit_mean: Fact<number>;
  probit_spread: Fact<number>;
  act_key: Fact<string>;
}

interface LabelUntrueTable {
  lot_id: Fact<LotId>;
}

interface LabelStaleTable {
  lot_id: LotId;
  since: ColumnType<Date, Date | undefined, Date>;
}

interface LotLabelTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  name: Fact<string>;
  promise: MaybeFact<Claim>;
  sowing: Fact<string>;
  hybrid: Fact<boolean>;
  hazards: Fact<readonly string[]>;
  labels: Fact<number>;
  made_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface LotsTables {
  lot_label_written: LotLabelTable;
  lot_label: LotLabelTable;
  label_untrue: LabelUntrueTable;
  label_stale: LabelStaleTable;
  line: LineTable;
  line_alias: LineAliasTable;
  lot_code_counter: LotCodeCounterTable;
  lot: LotView;
  lot_written: LotWrittenTable;
  lot_state: LotStateTable;
  lot_parent: LotParentTable;
  passport: PassportTable;
  lot_correction: LotCorrectionTable;
  evidence: EvidenceTable;
  incident: IncidentTable;
  trial: TrialTable;
  trial_end: TrialEndTable;
  report: ReportTable;
  lot_promise: LotPromiseTable;
  promise_stale: PromiseStaleTable;
  lot_outlook: LotOutlookTable;
  outlook_stale: OutlookStaleTable;
  hold: HoldTable;
  hold_lift: HoldLiftTable;
  blend: BlendTable;
}
