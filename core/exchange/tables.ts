/** Every table of the whole copy, by its name in the database, with its name in the archive: plain words. */
export const WHOLE: Readonly<Record<string, string>> = {
  house: 'library',
  crop: 'crops',
  crop_override: 'crop_facts_changed',
  crossing_group: 'crossing_groups',
  glossary: 'glossary',
  container: 'containers',
  recipe: 'recipes',
  recipe_end: 'recipes_retired',
  person: 'people',
  account: 'accounts',
  grower_terms: 'grower_terms',
  act: 'actions',
  undone: 'actions_undone',
  garden: 'gardens',
  garden_distance: 'garden_distances',
  garden_bloom: 'garden_blooms',
  plot: 'plots',
  line: 'lines',
  line_alias: 'line_names',
  line_risk: 'line_risks',
  want_state_written: 'wants',
  listing_written: 'other_libraries',
  lot_written: 'lots',
  lot_state: 'lot_states',
  lot_parent: 'lot_parents',
  lot_code_counter: 'lot_codes',
  lot_origin_written: 'lot_origins',
  lot_correction_written: 'lot_corrections',
  lot_label_written: 'lot_labels',
  lot_promise: 'lot_promises',
  lot_outlook: 'lot_outlooks',
  passport_written: 'passports',
  blend: 'blends',
  evidence_written: 'evidence',
  incident_written: 'incidents',
  report_written: 'reports',
  hold_written: 'holds',
  hold_lift_written: 'holds_removed',
  recall_told_written: 'recalls_told',
  recall_heard_written: 'recalls_of_other_libraries',
  trial_written: 'trials',
  trial_end_written: 'trials_ended',
  place: 'places',
  place_climate_written: 'place_climates',
  keeper_written: 'keepers',
  holding: 'holdings',
  movement: 'movements',
  gift_written: 'gifts',
  gift_told_written: 'receivers_told',
  batch_written: 'batches',
  batch_step_written: 'batch_steps',
  batch_check_written: 'batch_checks',
  batch_end_written: 'batches_ended',
  check_photo: 'batch_photos',
  weighing_written: 'weighings',
  air_reading_written: 'air_readings',
  room_air: 'room_air',
  caution_seen: 'cautions_read',
  purity_card_written: 'purity_tests',
  method_trial_written: 'method_trials',
  method_trial_arm_written: 'method_trial_parts',
  method_trial_end_written: 'method_trials_ended',
  treatment_written: 'treatments',
  treatment_opening_written: 'treatments_opened',
  warm_up_written: 'warm_ups',
  warm_up_end_written: 'warm_ups_ended',
  germination_test_written: 'tests',
  test_towel_written: 'test_towels',
  test_check_written: 'test_counts',
  seed_mark_written: 'seed_marks',
  test_photo: 'test_photos',
  test_ending_written: 'tests_ended',
  test_reopening_written: 'tests_reopened',
  potted_written: 'seedlings_potted',
  quick_look_written: 'quick_looks',
  emergence_written: 'emergence',
  test_bench: 'test_bench',
  planned_test: 'tests_planned',
  loan_written: 'loans',
  open_loan: 'loans_open',
  loan_due_written: 'loan_due_dates',
  loan_return_written: 'loan_returns',
  loan_close_written: 'loans_closed',
  loan_told_written: 'loan_failures',
  loan_answer_written: 'loan_answers',
  grow_out_written: 'grow_outs',
  grow_out_place_written: 'grow_out_places',
  grow_out_step_written: 'grow_out_steps',
  grow_out_entry_written: 'grow_out_log',
  grow_out_photo: 'grow_out_photos',
  season_plan: 'season_plans',
  draft: 'drafts',
  imported_row_written: 'imported_rows',
  import_made: 'import_additions',
  import_columns: 'import_columns',
};

/** Tables that stay: what only this server's open sessions, links and background need. The backup has them. */
export const STAYS: readonly string[] = [
  'kysely_migration',
  'kysely_migration_lock',
  'session',
  'known_device',
  'one_time_link',
  'calendar_feed',
  'donor_address',
  'wrong_try',
  'parked_form',
  'import',
  'import_row',
  'outlook_stale',
  'promise_stale',
  'risk_stale',
  'label_stale',
  'label_untrue',
  'towel_claim',
  'free_text',
];

/** Columns that stay empty: what opens a door. */
export const SECRETS: readonly string[] = ['account.password_hash', 'account.pin_hash'];

/** A column as the database tells it. */
export interface WholeColumn {
  readonly name: string;
  /** PostgreSQL's name of its type. */
  readonly type: string;
  readonly isNullable: boolean;
  /** Table and column that it refers to. */
  readonly refersTo: { readonly table: string; readonly column: string } | null;
}

export interface WholeTable {
  /** Its name in the database. */
  readonly table: string;
  readonly columns: readonly WholeColumn[];
  readonly key: readonly string[];
}

export const FORMAT = 'kind-granary-library';
/** Counted up when a reader of an older one would misread it. The tables and columns of each release are in the archive itself. */
export const VERSION = 1;

/** Whether a column holds a picture, which lies in the archive as a file of its own. */
export const isPhoto = (table: string, column: string): boolean => table.endsWith('_photo') && column === 'jpeg';
export const photoName = (table: string, id: number): string => `photos/${WHOLE[table]!}-${id}.jpg`;

const UNITS: readonly (readonly [RegExp, string])[] = [
  [/milligrams$|^weight_in$/, 'milligrams'],
  [/^(?:amount|balance|on_hand|packet_units)$/, 'seeds or milligrams, as the lot’s unit says'],
  [/celsius/, 'degrees Celsius'],
  [/humidity/, 'a share from 0 to 1'],
  [/metres/, 'metres'],
  [/^(?:latitude|longitude)$/, 'degrees, WGS 84'],
  [/seeds_per_gram|per_gram/, 'seeds per gram'],
  [/_days$/, 'days'],
  [/^act_key$/, 'the action that wrote it'],
];

/** What a column holds, where its name does not say it. */
const descriptionOf = (column: string): string => UNITS.find(([pattern]) => pattern.test(column))?.[1] ?? column.replaceAll('_', ' ');

const SCALARS = {
  int8: 'integer',
  int4: 'integer',
  int2: 'integer',
  numeric: 'number',
  float8: 'number',
  float4: 'number',
  bool: 'boolean',
};

const FIELD_TYPES: Readonly<Record<string, string>> = {
  ...SCALARS,
  date: 'date',
  timestamptz: 'datetime',
  jsonb: 'object',
};

/** A tabular data package (Data Package 1.0) that tells every table, column, unit and key of the archive. */
export function dataPackage(
  tables: readonly WholeTable[],
  about: { readonly library: string; readonly exportedAt: string },
  aboutTable: (table: string) => string,
) {
  return {
    profile: 'tabular-data-package',
    name: 'kind-granary-library',
    title: about.library,
    created: about.exportedAt,
    resources: tables.map(({ table, columns, key }) => ({
      profile: 'tabular-data-resource',
      name: WHOLE[table]!.replaceAll('_', '-'),
      path: `tables/${WHOLE[table]!}.csv`,
      description: aboutTable(table),
      format: 'csv',
      mediatype: 'text/csv',
      encoding: 'utf-8',
      schema: {
        fields: columns.map(({ name, type, isNullable }) => ({
          name,
          type: isPhoto(table, name) ? 'string' : (FIELD_TYPES[type] ?? 'string'),
          ...(type === 'bool' && { trueValues: ['t'], falseValues: ['f'] }),
          description: isPhoto(table, name) ? 'the photo’s file in this archive' : descriptionOf(name),
          constraints: { required: !isNullable && !SECRETS.includes(`${table}.${name}`) },
        })),
        missingValues: [''],
        ...(key.length > 0 && { primaryKey: key }),
        foreignKeys: columns.flatMap(({ name, refersTo }) =>
          refersTo && WHOLE[refersTo.table]
            ? [{ fields: name, reference: { resource: WHOLE[refersTo.table]!.replaceAll('_', '-'), fields: refersTo.column } }]
            : [],
        ),
      },
    })),
  };
}

const JSON_TYPES: Readonly<Record<string, string>> = {
  ...SCALARS,
  _text: 'array',
  _int4: 'array',
  _float4: 'array',
};

/** A JSON Schema (2020-12) of `library.json`. */
export function librarySchema(tables: readonly WholeTable[], aboutTable: (table: string) => string) {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: FORMAT,
    type: 'object',
    required: ['format', 'version', 'release', 'library', 'exported_at', 'tables'],
    properties: {
      format: { const: FORMAT },
      version: { const: VERSION },
      release: { type: 'string', description: 'the newest change of the database’s tables that it knows' },
      library: { type: 'string' },
      exported_at: { type: 'string', format: 'date-time' },
      tables: {
        type: 'object',
        required: tables.map(({ table }) => WHOLE[table]!),
        properties: Object.fromEntries(
          tables.map(({ table, columns }) => [
            WHOLE[table]!,
            {
              type: 'array',
              description: aboutTable(table),
              items: {
                type: 'object',
                required: columns.map(({ name }) => name),
                properties: Object.fromEntries(columns.map((column) => [column.name, typeOf(table, column)])),
              },
            },
          ]),
        ),
      },
    },
  };
}

function typeOf(table: string, { name, type, isNullable }: WholeColumn) {
  if (type === 'jsonb') return {};
  const own = isPhoto(table, name) ? 'string' : (JSON_TYPES[type] ?? 'string');
  return { type: isNullable || SECRETS.includes(`${table}.${name}`) ? [own, 'null'] : own };
}
