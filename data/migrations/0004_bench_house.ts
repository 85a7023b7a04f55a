import { sql, type Kysely } from 'kysely';
import { grantApp, keepUnchanged } from './guards.ts';

const FACTS = ['recipe', 'recipe_end', 'check_photo', 'method_trial', 'method_trial_arm', 'method_trial_end'] as const;

const HOUSE = `
-- What the house has at the bench in a week, and what a bought packet costs it, in hundredths of its currency.
alter table house
  add column trays integer not null default 12 constraint house_trays_not_negative check (trays >= 0),
  add column jars integer not null default 20 constraint house_jars_not_negative check (jars >= 0),
  add column helper_hours numeric not null default 8 constraint house_hours_not_negative check (helper_hours >= 0),
  add column currency text not null default 'EUR' constraint house_currency_is_a_code check (currency ~ '^[A-Z]{3}$'),
  add column packet_price integer not null default 350 constraint house_price_not_negative check (packet_price >= 0),
  -- Crops that cost another price, by id.
  add column crop_prices jsonb not null default '{}';
`;

const RECIPES = `
-- The house's own way from fruit or pod to clean seed. A changed recipe is a new one: batches go by the one they began with.
create table recipe (
  id bigint generated always as identity primary key,
  name text not null constraint recipe_has_a_name check (length(trim(name)) > 0),
  extraction text not null constraint recipe_extraction_is_known check (extraction in ('dry', 'wet', 'wet with a gel coat')),
  steps jsonb not null constraint recipe_has_steps check (jsonb_typeof(steps) = 'array' and jsonb_array_length(steps) > 0),
  why text not null,
  written_by bigint references person,
  written_at timestamptz not null default now(),
  act_key uuid not null references act deferrable initially deferred
);
-- Not offered any more.
create table recipe_end (
  recipe_id bigint primary key references recipe,
  ended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
`;

const PURITY = `
-- Pure seed counted in a weighed sample makes the lot's own seeds per gram; the lot's is of what lies in the jar, chaff and all.
alter table purity_card
  add column seeds_counted integer constraint purity_counts_seed check (seeds_counted > 0),
  add column pure_per_gram numeric constraint purity_per_gram_above_zero check (pure_per_gram > 0);
`;

const PHOTOS = `
-- A photo of a look at a batch: made anew here, smaller and without what the camera wrote into it.
create table check_photo (
  check_id bigint primary key references batch_check,
  jpeg bytea not null constraint photo_is_small check (octet_length(jpeg) between 1 and 2000000),
  width integer not null,
  height integer not null,
  act_key uuid not null references act deferrable initially deferred
);
`;

const TRIALS = `
-- A lot split over methods, to learn which keeps its seed best; each part is a lot of its own.
create table method_trial (
  id bigint generated always as identity primary key,
  lot_id bigint not null references lot,
  usual numeric not null constraint trial_usual_is_a_share check (usual > 0 and usual < 1),
  difference numeric not null constraint trial_difference_leaves_room check (difference > 0 and difference < usual),
  seeds_each integer not null constraint trial_tests_seed check (seeds_each > 0),
  begun_on date not null,
  begun_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
create index method_trial_of_lot on method_trial (lot_id);
create table method_trial_arm (
  trial_id bigint not null references method_trial,
  method text not null,
  lot_id bigint not null references lot constraint trial_arm_is_one_lot unique,
  act_key uuid not null references act deferrable initially deferred,
  primary key (trial_id, method)
);
create table method_trial_end (
  trial_id bigint primary key references method_trial,
  learnt text not null constraint trial_says_what_was_learnt check (length(trim(learnt)) > 0),
  rule text,
  ended_on date not null,
  ended_by bigint references person,
  act_key uuid not null references act deferrable initially deferred
);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [HOUSE, RECIPES, PURITY, PHOTOS, TRIALS, keepUnchanged(FACTS)]) await sql.raw(part).execute(db);
  await sql
    .raw(
      grantApp({
        mayAdd: FACTS,
        mayUpdate: { house: 'trays, jars, helper_hours, currency, packet_price, crop_prices', lot: 'seeds_per_gram' },
      }),
    )
    .execute(db);
}
