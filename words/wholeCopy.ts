/** What a row of each table is, by the table's name in the database. */
export const TABLE_ABOUT: Readonly<Record<string, string>> = {
  house: 'The library’s own settings',
  crop: 'A crop of the almanac with its facts, and as it was shipped',
  crop_override: 'A fact of the almanac that the library has set otherwise',
  crossing_group: 'Crops that cross with each other',
  glossary: 'A word of the craft and what it means',
  container: 'What seed is kept in',
  recipe: 'A way from fruit to seed of the library’s own',
  recipe_end: 'A recipe that is used no more',
  person: 'A member, grower, donor or helper',
  account: 'Who may sign in, as what; without passwords and PINs',
  grower_terms: 'What a grower has to offer',
  act: 'An action: what, about what, by whom and when. Other tables name it as act_key',
  undone: 'An action that was undone, and by which',
  garden: 'A garden, whose it is and where',
  garden_distance: 'How far two gardens are apart, as somebody told',
  garden_bloom: 'What flowered in a garden',
  plot: 'A bed of a garden',
  line: 'A variety',
  line_alias: 'Another name of a variety',
  line_risk: 'How a variety is at risk, as it was last worked out',
  want_state_written: 'How far a want has got',
  listing_written: 'What another library offers and wants',
  lot_written: 'A lot: seed of one variety, harvest and origin',
  lot_state: 'What a lot holds now, in seeds or milligrams, and how it germinates',
  lot_parent: 'Of which lot a lot was grown, or blended',
  lot_code_counter: 'The last lot code of each year',
  lot_origin_written: 'What a lot is called where it came from',
  lot_correction_written: 'What of a lot was corrected, from what to what',
  lot_label_written: 'What the labels of a lot said when they were made',
  lot_promise: 'How true to type a lot is, as it was last worked out; shares from 0 to 1',
  lot_outlook: 'How much of a lot germinates, as it was last worked out; shares from 0 to 1',
  passport_written: 'All that was asked and said of a lot; the newest holds',
  blend: 'How a blend’s germination was expected to begin',
  evidence_written: 'Off-types counted among so many plants, fruits or kernels',
  incident_written: 'A mix-up or contamination',
  report_written: 'How a variety did in a garden',
  hold_written: 'A hold on a lot',
  hold_lift_written: 'A hold that was removed, and why',
  recall_told_written: 'A member who was told of a recall',
  recall_heard_written: 'What another library has recalled',
  trial_written: 'A trial that a lot has to pass',
  trial_end_written: 'What a trial showed',
  place: 'A storage place',
  place_climate_written: 'What a place is like from a day on: degrees Celsius, humidity from 0 to 1',
  keeper_written: 'Who keeps a safety copy',
  holding: 'A container of a lot in a place; its balance in seeds or milligrams',
  movement: 'Seed that came, went or moved, in seeds or milligrams as the lot is kept',
  gift_written: 'Seed that was given away, in seeds or milligrams as the lot is kept, and to whom',
  gift_told_written: 'A receiver of seed who was told that it is recalled',
  batch_written: 'Work on a picking of a lot',
  batch_step_written: 'A step that a batch took',
  batch_check_written: 'A look at a batch',
  batch_end_written: 'How a batch ended',
  check_photo: 'A photo of a batch',
  weighing_written: 'A weight of a batch, in milligrams',
  air_reading_written: 'The air in a room or jar: degrees Celsius, humidity from 0 to 1',
  room_air: 'What the room’s logger read',
  caution_seen: 'Who has read which caution',
  purity_card_written: 'A sample parted into seed, chaff and the rest, in milligrams',
  method_trial_written: 'Two ways of cleaning tried side by side',
  method_trial_arm_written: 'A part of such a trial',
  method_trial_end_written: 'What such a trial showed',
  treatment_written: 'Seed shut away against insects',
  treatment_opening_written: 'When it was opened',
  warm_up_written: 'A container taken out of the cold',
  warm_up_end_written: 'When it was opened',
  germination_test_written: 'A germination test',
  test_towel_written: 'A replicate of a test',
  test_check_written: 'A look at a test',
  seed_mark_written: 'What was seen of a seed',
  test_photo: 'A photo of a test',
  test_ending_written: 'How a test ended, in seeds',
  test_reopening_written: 'A test that was opened again',
  potted_written: 'Seedlings that were potted up',
  quick_look_written: 'A quick look at how seed germinates',
  emergence_written: 'So many sown in a garden, so many up',
  test_bench: 'What the test bench holds',
  planned_test: 'A test that is planned',
  loan_written: 'Packets lent to a member',
  open_loan: 'Loans that are open, and when seed is due',
  loan_due_written: 'Another day by which seed is due',
  loan_return_written: 'A lot that came back of a loan',
  loan_close_written: 'How a loan ended',
  loan_told_written: 'A crop of a loan that failed, as its member says',
  loan_answer_written: 'What the library answered',
  grow_out_written: 'A lot that is grown out',
  grow_out_place_written: 'Where it is grown',
  grow_out_step_written: 'A step of a grow-out',
  grow_out_entry_written: 'An entry of a grow-out’s log',
  grow_out_photo: 'A photo of a grow-out',
  season_plan: 'A plan of a season’s grow-outs',
  draft: 'An intake that is not finished',
  imported_row_written: 'The row of a file of which something was made',
  import_made: 'What an import added besides',
  import_columns: 'What the columns of a sheet hold',
};

/** What stands beside the tables in the archive of everything, for whoever opens it years from now. */
export const readmeOf = ({
  library,
  exportedAt,
  version,
}: {
  readonly library: string;
  readonly exportedAt: string;
  readonly version: number;
}): string => `${library}: everything

This archive holds all data of the seed library as they were on ${exportedAt}.

tables/           One CSV file for each table: UTF-8, a comma between cells, the first line names the columns.
                  Days are YYYY-MM-DD, moments are in UTC. A text that a spreadsheet would take for a formula
                  has an apostrophe before it.
datapackage.json  What each table and column holds, its unit, its key and what it refers to (Data Package).
library.json      The same rows in one file, exact. Format kind-granary-library, version ${version}.
                  A new, empty server takes it in: bin/bring-in THIS-FILE.zip
schema.json       JSON Schema of library.json.
photos/           Photos, named in the tables.

Nothing is ever overwritten in a seed library's book: a correction is a row of its own, and an action that was
undone is named in the table actions_undone. Whoever counts has to leave out the rows whose act_key stands there.

Not in here: passwords, PINs, open sessions, private links and calendar addresses. Everybody chooses a new password.

Names and addresses of people are in here. Keep it where nobody else reads it.
`;
