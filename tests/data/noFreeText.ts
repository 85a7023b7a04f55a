/** Columns of text in which only the program itself writes: kinds, codes, digests, figures as they were typed. */
export const NO_FREE_TEXT: readonly string[] = `
  account: email password_hash pin_hash role
  act: kind sent
  air_reading_written: of
  batch_check_written: seen
  batch_end_written: outcome typed
  batch_step_written: method step vessel
  batch_written: brought vessel
  caution_seen: caution
  container: name
  crop: facts id like_id name shipped
  crop_override: crop_id fact typed
  crossing_group: crosses id name
  evidence_written: seen
  free_text: column_name how table_name
  garden: place_for
  garden_bloom: crop_id what
  germination_test_written: check_days counted kind medium part spot treatments
  glossary: means word
  grow_out_entry_written: kind method
  grow_out_place_written: methods
  grow_out_step_written: step
  grower_terms: not_grown skill
  hold_written: kind rule
  holding: container
  house: crop_prices crop_thresholds currency first_frost growing last_frost lending_opens name rules sowing_starts time_zone units
  import: counts digest state trouble
  import_columns: columns heads thing
  import_made: what
  import_row: level
  imported_row_written: sheet
  incident_written: kind
  line: aim crop_id rules
  line_risk: best_by_year by_year grown_by_year remedies whys
  listing_written: address how_to_ask kinds library library_key wants
  loan_answer_written: answer
  loan_close_written: outcome
  loan_told_written: what
  lot_label_written: hazards name promise sowing
  lot_origin_written: code library
  lot_promise: handed_on promise
  lot_state: next_test_reason verdict
  lot_written: code form harvested kind origin search_text shelf_key treated unit
  method_trial_arm_written: method
  method_trial_end_written: rule
  movement: from_outside kind to_outside typed
  parked_form: path
  person: email name phone
  plot: sun water
  quick_look_written: kind
  recall_heard_written: library lots
  recipe: extraction steps
  report_written: true_to_type
  season_plan: choices wishes
  seed_mark_written: state
  session: device
  test_bench: closed
  test_ending_written: outcome
  treatment_written: container kind use
  trial_end_written: outcome
  want_state_written: state
  warm_up_written: container
  weighing_written: heavier typed
  wrong_try: who
`
  .trim()
  .split('\n')
  .flatMap((line) => {
    const [table, columns] = line.trim().split(': ');
    return columns!.split(' ').map((column) => `${table}.${column}`);
  });
