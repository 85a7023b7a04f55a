CREATE FUNCTION public.apply_movement() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if exists (select from moved join lot_written on lot_written.id = moved.lot_id join undone on undone.act_key = lot_written.act_key) then
    raise exception 'a lot that was withdrawn has no seed' using errcode = '23514', constraint = 'movement_of_standing_lot';
  end if;
  update lot_state set on_hand = on_hand + change from (
    select lot_id as id, sum(case when to_holding is not null then amount else 0 end - case when from_holding is not null then amount else 0 end) as change
    from moved group by lot_id) as by_lot where lot_state.lot_id = by_lot.id;
  update holding set balance = balance + change from (
    select id, sum(change) as change from (
      select from_holding as id, -amount as change from moved where from_holding is not null
      union all select to_holding, amount from moved where to_holding is not null) as each group by id) as by_holding where holding.id = by_holding.id;
  return null;
end $$;

CREATE FUNCTION public.begin_lot_state() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  insert into lot_state (lot_id) select id from begun;
  return null;
end $$;

CREATE FUNCTION public.check_batch_open() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from batch where id = new.batch_id for update;
  if exists (select from batch_end where batch_id = new.batch_id) then
    raise exception 'the batch has ended' using errcode = '23514', constraint = 'batch_is_open';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_blending() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if exists (select from hold where hold.lot_id = new.lot_id and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'a lot on hold is not blended into another' using errcode = '23514', constraint = 'blended_not_of_held_lot';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_close() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from loan_written where id = new.loan_id for update;
  if exists (select from loan_close where loan_id = new.loan_id) then
    raise exception 'a loan is closed once' using errcode = '23505', constraint = 'loan_closed_once';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_descent() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
declare child text; parent text; shared integer;
begin
  select harvested into child from lot where id = new.child_id;
  select harvested into parent from lot where id = new.parent_id;
  shared := least(length(child), length(parent));
  if left(child, shared) < left(parent, shared) then
    raise exception 'a child is not harvested before its parent' using errcode = '23514', constraint = 'child_not_before_parent';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_end() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if new.sprouted + new.abnormal + new.hard + new.fresh + new.dead > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more were seen than were laid' using errcode = '23514', constraint = 'test_not_more_than_laid';
  end if;
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'a test has one end that stands' using errcode = '23514', constraint = 'test_ends_once';
  end if;
  update germination_test set next_count_on = null where id = new.test_id;
  return new;
end $$;

CREATE FUNCTION public.check_grow_out_step() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from grow_out_written where id = new.grow_out_id for update;
  if exists (select from grow_out_step where grow_out_id = new.grow_out_id and step in ('dropped', 'failed', 'back')) then
    raise exception 'a grow-out ends once' using errcode = '23505', constraint = 'grow_out_ends_once';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_harvest() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if exists (select from lot_parent lp join lot kin on kin.id = case when lp.child_id = new.id then lp.parent_id else lp.child_id end
    where new.id in (lp.child_id, lp.parent_id) and kin.harvested is not null and (
      case when lp.child_id = new.id
        then left(new.harvested, least(length(new.harvested), length(kin.harvested))) < left(kin.harvested, least(length(new.harvested), length(kin.harvested)))
        else left(kin.harvested, least(length(new.harvested), length(kin.harvested))) < left(new.harvested, least(length(new.harvested), length(kin.harvested)))
      end)) then
    raise exception 'a child is not harvested before its parent' using errcode = '23514', constraint = 'child_not_before_parent';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_lift() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from hold_written where id = new.hold_id for update;
  if exists (select from hold_lift where hold_id = new.hold_id) then
    raise exception 'a hold is lifted once' using errcode = '23505', constraint = 'hold_lifted_once';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_loan() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from lot where id = new.lot_id for update;
  if exists (select from lot join line on line.id = lot.line_id where lot.id = new.lot_id and lot.kind = 'F1' and not line.offspring) then
    raise exception 'a hybrid is not lent under its name' using errcode = '23514', constraint = 'loan_not_of_hybrid';
  end if;
  if exists (select from hold where hold.lot_id = new.lot_id and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'a lot on hold is not lent' using errcode = '23514', constraint = 'loan_not_of_held_lot';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_mark() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from germination_test where id = new.test_id for update;
  if new.seed not between 1 and (select coalesce(max(places), 0) from test_towel where test_id = new.test_id and replicate = new.replicate) then
    raise exception 'no such seed on this towel' using errcode = '23514', constraint = 'mark_is_on_the_towel';
  end if;
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'an ended test takes no more counts' using errcode = '23514', constraint = 'mark_before_the_end';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_potted() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if new.seedlings + (select coalesce(sum(seedlings), 0) from potted where test_id = new.test_id)
    > (select seeds_laid from germination_test where id = new.test_id for update) then
    raise exception 'more potted than laid' using errcode = '23514', constraint = 'potted_not_more_than_laid';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_treatment() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from lot where id = new.lot_id for update;
  if exists (select from hold where hold.lot_id = new.lot_id and kind = 'drying' and not exists (select from hold_lift where hold_id = hold.id)) then
    raise exception 'seed that is not dry is not shut away' using errcode = '23514', constraint = 'treatment_of_dry_seed';
  end if;
  return new;
end $$;

CREATE FUNCTION public.check_undone() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if exists (select from lot_written join lot_state on lot_id = id where act_key = new.act_key and on_hand > 0) then
    raise exception 'a lot is withdrawn when its seed has gone back' using errcode = '23514', constraint = 'withdrawn_lot_is_empty';
  end if;
  return new;
end $$;

CREATE FUNCTION public.erase_words(words text[], instead text) RETURNS void
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $_$
declare one record;
begin
  if cardinality(words) = 0 then return; end if;
  perform set_config('granary.erasing', 'yes', true);
  for one in select free_text.table_name, free_text.column_name, format_type(atttypid, null) as kind from free_text
    join pg_attribute on attrelid = table_name::regclass and attname = column_name where how <> 'name' loop
    execute format('update %I set %I = regexp_replace(%I::text, $1, $2, ''gi'')::%s where %I::text ~* $1', one.table_name, one.column_name, one.column_name,
      one.kind, one.column_name) using naming(words), instead;
  end loop;
  perform set_config('granary.erasing', 'no', true);
end $_$;

CREATE FUNCTION public.happens_once() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $_$
declare of_what bigint := (to_jsonb(new) ->> tg_argv[1])::bigint; stands boolean;
begin
  perform pg_advisory_xact_lock(hashtextextended(tg_argv[2], of_what));
  execute format('select exists (select from %I where %I = $1)', tg_argv[0], tg_argv[1]) into stands using of_what;
  if stands then
    raise exception 'it has happened already' using errcode = '23505', constraint = tg_argv[2];
  end if;
  return new;
end $_$;

CREATE FUNCTION public.keep_open_after_undo() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  delete from open_loan where loan_id in (select id from loan_written where act_key = new.act_key);
  insert into open_loan (loan_id, due_on)
    select loan.id, coalesce(loan_due.due_on, loan.due_on) from loan join loan_close_written as closing on closing.loan_id = loan.id
    left join loan_due on loan_due.loan_id = loan.id
    where closing.act_key = new.act_key
    on conflict do nothing;
  update open_loan set due_on = coalesce(loan_due.due_on, loan.due_on) from loan left join loan_due on loan_due.loan_id = loan.id
    where loan.id = open_loan.loan_id and loan.id in (select loan_id from loan_due_written where act_key = new.act_key);
  return null;
end $$;

CREATE FUNCTION public.keep_open_loan() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if tg_table_name = 'loan_written' then insert into open_loan (loan_id, due_on) values (new.id, new.due_on);
  else delete from open_loan where loan_id = new.loan_id;
  end if;
  return null;
end $$;

CREATE FUNCTION public.keep_open_loan_due() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  update open_loan set due_on = new.due_on where loan_id = new.loan_id;
  return null;
end $$;

CREATE FUNCTION public.keep_shelf_key() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  select crop.name || chr(1) || line.name into new.shelf_key from line join crop on crop.id = line.crop_id where line.id = new.line_id;
  return new;
end $$;

CREATE FUNCTION public.keep_shelf_keys() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  update lot_written set shelf_key = crop.name || chr(1) || line.name from line join crop on crop.id = line.crop_id
    where line.id = line_id and case when tg_table_name = 'line' then line.id::text else crop.id end = new.id::text;
  return null;
end $$;

CREATE FUNCTION public.keep_tests_after_undo() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  update germination_test_written as test set seeds_laid = (
    select sum(seeds) from (select distinct on (replicate) seeds from test_towel where test_id = test.id order by replicate, id desc) now
  ) where exists (select from test_towel_written as towel where towel.test_id = test.id and towel.act_key = new.act_key and towel.reason is not null);
  update germination_test_written as test set next_count_on = null where next_count_on is not null
    and (test.act_key = new.act_key or exists (select from test_end where test_end.test_id = test.id)
      and exists (select from test_reopening_written as again join test_ending_written as ending on ending.id = again.ending_id
        where again.act_key = new.act_key and ending.test_id = test.id));
  return null;
end $$;

CREATE FUNCTION public.lay_towels() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if new.seeds_laid % new.replicates <> 0 then
    raise exception 'replicates are laid of one size' using errcode = '23514', constraint = 'test_replicates_are_even';
  end if;
  insert into test_towel (test_id, replicate, seeds, places, written_on, written_by, act_key)
    select new.id, r, new.seeds_laid / new.replicates, new.seeds_laid / new.replicates, new.laid_on, new.laid_by, new.act_key
    from generate_series(1, new.replicates) r;
  return null;
end $$;

CREATE FUNCTION public.lock_held_lot() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  perform from lot where id = new.lot_id for update;
  return new;
end $$;

CREATE FUNCTION public.look_at_label() RETURNS trigger
    LANGUAGE plpgsql
    AS $$ begin perform look_at_labels(array[new.lot_id]); return null; end $$;

CREATE FUNCTION public.look_at_label_of_lot() RETURNS trigger
    LANGUAGE plpgsql
    AS $$ begin perform look_at_labels(array[new.id]); return null; end $$;

CREATE FUNCTION public.look_at_labels(lots bigint[]) RETURNS void
    LANGUAGE sql
    AS $$
  insert into label_stale select id from unnest(lots) as id where exists (select from lot_label_written where lot_id = id) order by id
  on conflict (lot_id) do update set since = now()
$$;

CREATE FUNCTION public.look_at_labels_of_act() RETURNS trigger
    LANGUAGE plpgsql
    AS $$ begin perform look_at_labels(array(select lot_id from lot_label_written where act_key = new.act_key)); return null; end $$;

CREATE FUNCTION public.look_at_labels_of_crop() RETURNS trigger
    LANGUAGE plpgsql
    AS $$ begin perform look_at_labels(array(select lot_written.id from lot_written join line on line.id = line_id where crop_id = new.id)); return null; end $$;

CREATE FUNCTION public.look_at_labels_of_line() RETURNS trigger
    LANGUAGE plpgsql
    AS $$ begin perform look_at_labels(array(select id from lot_written where line_id = new.id)); return null; end $$;

CREATE FUNCTION public.naming(words text[]) RETURNS text
    LANGUAGE sql IMMUTABLE
    AS $_$
  select '(?<![[:alnum:]])(' || string_agg(regexp_replace(word, '([][(){}.*+?^$\\|-])', '\\\1', 'g'), '|') || ')(?![[:alnum:]])' from unnest(words) as word
$_$;

CREATE FUNCTION public.put_towel_right() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $$
begin
  if exists (select from test_end where test_id = new.test_id) then
    raise exception 'an ended test is not laid again' using errcode = '23514', constraint = 'towel_before_the_end';
  end if;
  if new.replicate > (select replicates from germination_test where id = new.test_id for update) then
    raise exception 'no such replicate' using errcode = '23514', constraint = 'towel_is_of_the_test';
  end if;
  update germination_test set seeds_laid = (
    select sum(seeds) from (select distinct on (replicate) seeds from test_towel where test_id = new.test_id order by replicate, id desc) now
  ) where id = new.test_id;
  return null;
end $$;

CREATE FUNCTION public.refuse_change() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
begin
  if tg_op = 'UPDATE' and current_setting('granary.erasing', true) = 'yes'
    and (select relowner from pg_class where oid = tg_relid) = current_user::regrole then return new; end if;
  raise exception 'rows of % are facts and are never changed: write a correcting row', tg_table_name using errcode = '23514', constraint = 'append_only';
end $$;

CREATE FUNCTION public.reword(of_table text, of_column text, row_id bigint, said text) RETURNS void
    LANGUAGE plpgsql SECURITY DEFINER
    SET search_path TO 'public', 'pg_temp'
    AS $_$
begin
  perform from free_text where table_name = of_table and column_name = of_column and how = 'edit';
  if not found then raise exception 'no free text: %.%', of_table, of_column; end if;
  perform set_config('granary.erasing', 'yes', true);
  execute format('update %I set %I = $1 where id = $2', of_table, of_column) using said, row_id;
  perform set_config('granary.erasing', 'no', true);
end $_$;

CREATE FUNCTION public.search_key(text) RETURNS text
    LANGUAGE sql IMMUTABLE STRICT PARALLEL SAFE
    AS $_$
  select lower(regexp_replace(normalize($1, NFD), U&'[\0300-\036F''\2018\2019\201B"\201C\201D\201E`\00B4]', '', 'g'))
$_$;

CREATE TABLE public.account (
    id bigint NOT NULL,
    person_id bigint NOT NULL,
    email text NOT NULL,
    password_hash text,
    role text NOT NULL,
    closed_at timestamp with time zone,
    pin_hash text,
    CONSTRAINT account_role_is_known CHECK ((role = ANY (ARRAY['coordinator'::text, 'helper'::text, 'grower'::text, 'member'::text])))
);

ALTER TABLE public.account ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.account_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.act (
    key uuid NOT NULL,
    kind text NOT NULL,
    subject text,
    account_id bigint,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    answer jsonb NOT NULL,
    searched text GENERATED ALWAYS AS (public.search_key(((kind || ' '::text) || COALESCE(subject, ''::text)))) STORED NOT NULL,
    sent text
);

COMMENT ON COLUMN public.act.sent IS 'a digest of the form that was sent: the same key with other contents is no second sending';

CREATE TABLE public.air_reading_written (
    id bigint NOT NULL,
    batch_id bigint,
    of text NOT NULL,
    humidity numeric NOT NULL,
    celsius numeric NOT NULL,
    read_at timestamp with time zone NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT air_humidity_is_a_share CHECK (((humidity >= (0)::numeric) AND (humidity <= (1)::numeric))),
    CONSTRAINT air_is_of_room_or_jar CHECK ((of = ANY (ARRAY['room'::text, 'jar'::text]))),
    CONSTRAINT air_is_on_earth CHECK (((celsius >= ('-40'::integer)::numeric) AND (celsius <= (60)::numeric)))
);
ALTER TABLE ONLY public.air_reading_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.undone (
    act_key uuid NOT NULL,
    by_act uuid NOT NULL,
    reason text,
    CONSTRAINT undone_by_another_act CHECK ((act_key <> by_act)),
    CONSTRAINT undone_for_a_reason CHECK ((length(TRIM(BOTH FROM reason)) > 0))
);
ALTER TABLE ONLY public.undone ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.air_reading AS
 SELECT air_reading_written.id,
    air_reading_written.batch_id,
    air_reading_written.of,
    air_reading_written.humidity,
    air_reading_written.celsius,
    air_reading_written.read_at,
    air_reading_written.act_key
   FROM public.air_reading_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = air_reading_written.act_key))));

ALTER TABLE public.air_reading_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.air_reading_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.batch_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    brought text NOT NULL,
    vessel text NOT NULL,
    fruits integer,
    weight_in bigint,
    opened_at timestamp with time zone NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT batch_brought_is_known CHECK ((brought = ANY (ARRAY['clean seed'::text, 'on paper'::text, 'whole fruit'::text, 'heads or pods'::text]))),
    CONSTRAINT batch_fruits_above_zero CHECK ((fruits > 0)),
    CONSTRAINT batch_has_a_vessel CHECK ((length(TRIM(BOTH FROM vessel)) > 0)),
    CONSTRAINT batch_weight_above_zero CHECK ((weight_in > 0))
);
ALTER TABLE ONLY public.batch_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.batch AS
 SELECT batch_written.id,
    batch_written.lot_id,
    batch_written.brought,
    batch_written.vessel,
    batch_written.fruits,
    batch_written.weight_in,
    batch_written.opened_at,
    batch_written.act_key
   FROM public.batch_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = batch_written.act_key))));

CREATE TABLE public.batch_check_written (
    id bigint NOT NULL,
    batch_id bigint NOT NULL,
    turn integer NOT NULL,
    seen text NOT NULL,
    checked_at timestamp with time zone NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT check_says_something CHECK ((length(TRIM(BOTH FROM seen)) > 0))
);
ALTER TABLE ONLY public.batch_check_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.batch_check AS
 SELECT batch_check_written.id,
    batch_check_written.batch_id,
    batch_check_written.turn,
    batch_check_written.seen,
    batch_check_written.checked_at,
    batch_check_written.written_by,
    batch_check_written.act_key
   FROM public.batch_check_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = batch_check_written.act_key))));

ALTER TABLE public.batch_check_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.batch_check_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.batch_end_written (
    batch_id bigint NOT NULL,
    outcome text NOT NULL,
    clean bigint,
    typed text,
    reason text,
    ended_at timestamp with time zone NOT NULL,
    ended_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT abandoned_batch_has_a_reason CHECK (((outcome = 'finished'::text) OR (length(TRIM(BOTH FROM reason)) > 0))),
    CONSTRAINT batch_clean_not_negative CHECK ((clean >= 0)),
    CONSTRAINT batch_outcome_is_known CHECK ((outcome = ANY (ARRAY['finished'::text, 'abandoned'::text])))
);
ALTER TABLE ONLY public.batch_end_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.batch_end AS
 SELECT batch_end_written.batch_id,
    batch_end_written.outcome,
    batch_end_written.clean,
    batch_end_written.typed,
    batch_end_written.reason,
    batch_end_written.ended_at,
    batch_end_written.ended_by,
    batch_end_written.act_key
   FROM public.batch_end_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = batch_end_written.act_key))));

ALTER TABLE public.batch_end_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.batch_end_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.batch_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.batch_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.batch_step_written (
    id bigint NOT NULL,
    batch_id bigint NOT NULL,
    turn integer NOT NULL,
    method text NOT NULL,
    step text NOT NULL,
    place integer NOT NULL,
    celsius numeric NOT NULL,
    since timestamp with time zone NOT NULL,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    vessel text,
    CONSTRAINT batch_room_is_a_room CHECK (((celsius >= ('-5'::integer)::numeric) AND (celsius <= (45)::numeric))),
    CONSTRAINT batch_turn_from_one CHECK ((turn >= 1)),
    CONSTRAINT step_vessel_has_a_name CHECK ((length(TRIM(BOTH FROM vessel)) > 0))
);
ALTER TABLE ONLY public.batch_step_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.batch_step AS
 SELECT batch_step_written.id,
    batch_step_written.batch_id,
    batch_step_written.turn,
    batch_step_written.method,
    batch_step_written.step,
    batch_step_written.place,
    batch_step_written.celsius,
    batch_step_written.since,
    batch_step_written.written_at,
    batch_step_written.written_by,
    batch_step_written.act_key,
    batch_step_written.vessel
   FROM public.batch_step_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = batch_step_written.act_key))));

ALTER TABLE public.batch_step_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.batch_step_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.blend (
    lot_id bigint NOT NULL,
    probit_mean numeric NOT NULL,
    probit_spread numeric NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT blend_spread_above_zero CHECK ((probit_spread > (0)::numeric))
);
ALTER TABLE ONLY public.blend ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.calendar_feed (
    token_hash bytea NOT NULL,
    account_id bigint NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    revoked_at timestamp with time zone
);

CREATE TABLE public.caution_seen (
    batch_id bigint NOT NULL,
    person_id bigint NOT NULL,
    caution text NOT NULL,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.caution_seen ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.check_photo (
    check_id bigint NOT NULL,
    jpeg bytea NOT NULL,
    width integer NOT NULL,
    height integer NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT photo_is_small CHECK (((octet_length(jpeg) >= 1) AND (octet_length(jpeg) <= 2000000)))
);
ALTER TABLE ONLY public.check_photo ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.container (
    name text NOT NULL,
    shuts boolean NOT NULL,
    breathes boolean NOT NULL,
    CONSTRAINT shut_container_does_not_breathe CHECK ((NOT (shuts AND breathes)))
);

CREATE TABLE public.crop (
    id text NOT NULL,
    name text NOT NULL,
    facts jsonb NOT NULL,
    shipped jsonb NOT NULL,
    like_id text,
    species text GENERATED ALWAYS AS ((facts ->> 'species'::text)) STORED,
    family text GENERATED ALWAYS AS ((facts ->> 'family'::text)) STORED,
    crossing_group text GENERATED ALWAYS AS ((facts ->> 'group'::text)) STORED,
    ease text GENERATED ALWAYS AS ((facts ->> 'ease'::text)) STORED,
    life_cycle text GENERATED ALWAYS AS ((facts ->> 'lifeCycle'::text)) STORED,
    known_by text GENERATED ALWAYS AS ((facts ->> 'knownBy'::text)) STORED,
    also_called jsonb GENERATED ALWAYS AS ((facts -> 'alsoCalled'::text)) STORED,
    may_mean jsonb GENERATED ALWAYS AS (COALESCE((facts -> 'mayMean'::text), '[]'::jsonb)) STORED,
    seed_looks jsonb GENERATED ALWAYS AS ((facts -> 'seedLooks'::text)) STORED,
    cautions jsonb GENERATED ALWAYS AS ((facts -> 'cautions'::text)) STORED,
    CONSTRAINT crop_is_like_another CHECK ((like_id <> id))
);

CREATE TABLE public.crop_override (
    id bigint NOT NULL,
    crop_id text NOT NULL,
    fact text NOT NULL,
    typed text,
    why text NOT NULL,
    set_on date NOT NULL,
    set_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT override_has_a_reason CHECK ((length(TRIM(BOTH FROM why)) > 0))
);
ALTER TABLE ONLY public.crop_override ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.crop_override ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.crop_override_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.crossing_group (
    id text NOT NULL,
    name text NOT NULL,
    crosses jsonb NOT NULL
);

CREATE TABLE public.donor_address (
    token_hash bytea NOT NULL,
    person_id bigint NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    revoked_at timestamp with time zone
);

CREATE TABLE public.draft (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    account_id bigint NOT NULL,
    answers jsonb NOT NULL,
    title text NOT NULL,
    loan_id bigint,
    saved_at timestamp with time zone DEFAULT now() NOT NULL,
    version integer DEFAULT 1 NOT NULL,
    grow_out_id bigint,
    dropped_by_act uuid,
    CONSTRAINT draft_is_of_one_return CHECK (((loan_id IS NULL) OR (grow_out_id IS NULL)))
);

CREATE TABLE public.emergence_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    sown integer NOT NULL,
    up integer NOT NULL,
    seen_on date NOT NULL,
    note text,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT emergence_not_over_sown CHECK (((up >= 0) AND (up <= sown))),
    CONSTRAINT emergence_sows_seed CHECK ((sown > 0))
);
ALTER TABLE ONLY public.emergence_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.emergence AS
 SELECT emergence_written.id,
    emergence_written.lot_id,
    emergence_written.sown,
    emergence_written.up,
    emergence_written.seen_on,
    emergence_written.note,
    emergence_written.written_by,
    emergence_written.act_key
   FROM public.emergence_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = emergence_written.act_key))));

ALTER TABLE public.emergence_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.emergence_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.evidence_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    seen text NOT NULL,
    source text NOT NULL,
    off_types integer NOT NULL,
    looked_at integer NOT NULL,
    shows numeric NOT NULL,
    seen_on date NOT NULL,
    note text,
    instead_of bigint,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT evidence_counts_add_up CHECK (((off_types >= 0) AND (looked_at >= off_types) AND (looked_at > 0))),
    CONSTRAINT evidence_seen_is_known CHECK ((seen = ANY (ARRAY['plants'::text, 'fruits'::text, 'kernels'::text]))),
    CONSTRAINT evidence_shows_is_a_share CHECK (((shows > (0)::numeric) AND (shows <= (1)::numeric))),
    CONSTRAINT evidence_source_is_known CHECK ((source = ANY (ARRAY['trial'::text, 'grow-out'::text, 'report'::text, 'sorting'::text])))
);
ALTER TABLE ONLY public.evidence_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.evidence AS
 SELECT evidence_written.id,
    evidence_written.lot_id,
    evidence_written.seen,
    evidence_written.source,
    evidence_written.off_types,
    evidence_written.looked_at,
    evidence_written.shows,
    evidence_written.seen_on,
    evidence_written.note,
    evidence_written.instead_of,
    evidence_written.written_by,
    evidence_written.act_key
   FROM public.evidence_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = evidence_written.act_key))));

ALTER TABLE public.evidence_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.evidence_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.free_text (
    table_name text NOT NULL,
    column_name text NOT NULL,
    how text NOT NULL,
    CONSTRAINT free_text_how_is_known CHECK ((how = ANY (ARRAY['edit'::text, 'auto'::text, 'name'::text])))
);

CREATE TABLE public.garden (
    id bigint NOT NULL,
    person_id bigint,
    name text NOT NULL,
    latitude double precision,
    longitude double precision,
    place_for text DEFAULT 'workers'::text NOT NULL,
    CONSTRAINT garden_is_not_at_zero CHECK ((NOT ((abs(latitude) < (0.001)::double precision) AND (abs(longitude) < (0.001)::double precision)))),
    CONSTRAINT garden_place_is_for_somebody CHECK ((place_for = ANY (ARRAY['workers'::text, 'coordinators'::text]))),
    CONSTRAINT garden_place_is_on_earth CHECK ((((latitude >= ('-90'::integer)::double precision) AND (latitude <= (90)::double precision)) AND ((longitude >= ('-180'::integer)::double precision) AND (longitude <= (180)::double precision)))),
    CONSTRAINT garden_place_is_whole CHECK (((latitude IS NULL) = (longitude IS NULL)))
);

CREATE TABLE public.garden_bloom (
    id bigint NOT NULL,
    garden_id bigint NOT NULL,
    year integer NOT NULL,
    crop_id text NOT NULL,
    what text NOT NULL,
    metres integer NOT NULL,
    flowers_from date,
    flowers_to date,
    gone boolean DEFAULT false NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT garden_bloom_ends_later CHECK ((flowers_to >= flowers_from)),
    CONSTRAINT garden_bloom_is_near CHECK (((metres >= 0) AND (metres <= 20000))),
    CONSTRAINT garden_bloom_year_is_near CHECK (((year >= 1990) AND (year <= 2100)))
);
ALTER TABLE ONLY public.garden_bloom ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.garden_bloom ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.garden_bloom_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.garden_distance (
    one_id bigint NOT NULL,
    other_id bigint NOT NULL,
    metres numeric NOT NULL,
    CONSTRAINT garden_distance_not_negative CHECK ((metres >= (0)::numeric)),
    CONSTRAINT garden_distance_written_once CHECK ((one_id < other_id))
);

ALTER TABLE public.garden ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.garden_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.germination_test_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    laid_on date NOT NULL,
    seeds_laid integer NOT NULL,
    counted text NOT NULL,
    celsius integer NOT NULL,
    first_count_days integer NOT NULL,
    final_count_days integer NOT NULL,
    next_count_on date,
    laid_by bigint,
    act_key uuid NOT NULL,
    kind text DEFAULT 'viability'::text NOT NULL,
    medium text DEFAULT 'paper towel'::text NOT NULL,
    spot text DEFAULT 'room'::text NOT NULL,
    treatments text[] DEFAULT '{}'::text[] NOT NULL,
    replicates smallint DEFAULT 1 NOT NULL,
    check_days integer[],
    part text,
    series_of bigint,
    batch_seeds integer,
    CONSTRAINT test_batch_in_range CHECK (((batch_seeds >= 1) AND (batch_seeds <= 100))),
    CONSTRAINT test_counted_is_known CHECK ((counted = ANY (ARRAY['normal seedlings'::text, 'any root'::text]))),
    CONSTRAINT test_is_looked_at CHECK (((check_days IS NULL) OR (cardinality(check_days) > 0))),
    CONSTRAINT test_kind_is_known CHECK ((kind = ANY (ARRAY['viability'::text, 'vigour in cold'::text, 'vigour in heat'::text]))),
    CONSTRAINT test_medium_is_named CHECK ((length(TRIM(BOTH FROM medium)) > 0)),
    CONSTRAINT test_replicates_in_range CHECK (((replicates >= 1) AND (replicates <= 8))),
    CONSTRAINT test_size_in_range CHECK (((seeds_laid >= 1) AND (seeds_laid <= 400))),
    CONSTRAINT test_spot_is_known CHECK ((spot = ANY (ARRAY['warm'::text, 'room'::text, 'cool'::text]))),
    CONSTRAINT test_treatments_are_known CHECK ((treatments <@ ARRAY['light'::text, 'chill'::text, 'soak'::text, 'nick'::text])),
    CONSTRAINT test_warmth_in_range CHECK (((celsius >= 1) AND (celsius <= 45)))
);
ALTER TABLE ONLY public.germination_test_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.germination_test AS
 SELECT germination_test_written.id,
    germination_test_written.lot_id,
    germination_test_written.laid_on,
    germination_test_written.seeds_laid,
    germination_test_written.counted,
    germination_test_written.celsius,
    germination_test_written.first_count_days,
    germination_test_written.final_count_days,
    germination_test_written.next_count_on,
    germination_test_written.laid_by,
    germination_test_written.act_key,
    germination_test_written.kind,
    germination_test_written.medium,
    germination_test_written.spot,
    germination_test_written.treatments,
    germination_test_written.replicates,
    germination_test_written.check_days,
    germination_test_written.part,
    germination_test_written.series_of,
    germination_test_written.batch_seeds
   FROM public.germination_test_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = germination_test_written.act_key))));

ALTER TABLE public.germination_test_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.germination_test_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.gift_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    receiver text NOT NULL,
    is_library boolean NOT NULL,
    amount bigint NOT NULL,
    given_on date NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT gift_is_of_something CHECK ((amount > 0)),
    CONSTRAINT gift_names_its_receiver CHECK (((length(TRIM(BOTH FROM receiver)) >= 1) AND (length(TRIM(BOTH FROM receiver)) <= 120)))
);
ALTER TABLE ONLY public.gift_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.gift AS
 SELECT gift_written.id,
    gift_written.lot_id,
    gift_written.receiver,
    gift_written.is_library,
    gift_written.amount,
    gift_written.given_on,
    gift_written.act_key
   FROM public.gift_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = gift_written.act_key))));

CREATE TABLE public.gift_told_written (
    id bigint NOT NULL,
    hold_id bigint NOT NULL,
    gift_id bigint NOT NULL,
    told_on date NOT NULL,
    told_by bigint,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.gift_told_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.gift_told AS
 SELECT gift_told_written.id,
    gift_told_written.hold_id,
    gift_told_written.gift_id,
    gift_told_written.told_on,
    gift_told_written.told_by,
    gift_told_written.act_key
   FROM public.gift_told_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = gift_told_written.act_key))));

ALTER TABLE public.gift_told_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.gift_told_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.gift_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.gift_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.glossary (
    word text NOT NULL,
    means text NOT NULL
);

CREATE TABLE public.grow_out_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    plants integer NOT NULL,
    seeds integer NOT NULL,
    sow_from date NOT NULL,
    back_by date NOT NULL,
    note text,
    proposed_on date NOT NULL,
    proposed_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT grow_out_comes_back_later CHECK ((back_by > sow_from)),
    CONSTRAINT grow_out_of_some_plants CHECK (((plants >= 1) AND (plants <= 10000))),
    CONSTRAINT grow_out_sows_some CHECK (((seeds >= 1) AND (seeds <= 1000000)))
);
ALTER TABLE ONLY public.grow_out_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.grow_out AS
 SELECT grow_out_written.id,
    grow_out_written.lot_id,
    grow_out_written.plants,
    grow_out_written.seeds,
    grow_out_written.sow_from,
    grow_out_written.back_by,
    grow_out_written.note,
    grow_out_written.proposed_on,
    grow_out_written.proposed_by,
    grow_out_written.act_key
   FROM public.grow_out_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = grow_out_written.act_key))));

CREATE TABLE public.grow_out_entry_written (
    id bigint NOT NULL,
    grow_out_id bigint NOT NULL,
    kind text NOT NULL,
    happened_on date NOT NULL,
    count integer,
    words text,
    metres integer,
    method text,
    instead_of bigint,
    struck boolean DEFAULT false NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT grow_out_entry_counts_some CHECK (((count >= 0) AND (count <= 1000000))),
    CONSTRAINT grow_out_entry_is_near CHECK (((metres >= 0) AND (metres <= 100000))),
    CONSTRAINT grow_out_entry_kind_is_known CHECK ((kind = ANY (ARRAY['sown'::text, 'up'::text, 'thinned'::text, 'standing'::text, 'overwintered'::text, 'flowering'::text, 'flowered'::text, 'harvested'::text, 'off-types early'::text, 'off-types late'::text, 'isolated'::text, 'neighbour'::text, 'bolted'::text, 'disease'::text, 'weather'::text, 'pollinated'::text, 'picked'::text, 'note'::text]))),
    CONSTRAINT grow_out_entry_strikes_another CHECK (((NOT struck) OR (instead_of IS NOT NULL)))
);
ALTER TABLE ONLY public.grow_out_entry_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.grow_out_entry AS
 SELECT entry.id,
    entry.grow_out_id,
    entry.kind,
    entry.happened_on,
    entry.count,
    entry.words,
    entry.metres,
    entry.method,
    entry.instead_of,
    entry.struck,
    entry.written_by,
    entry.act_key
   FROM public.grow_out_entry_written entry
  WHERE ((NOT entry.struck) AND (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = entry.act_key)))) AND (NOT (EXISTS ( SELECT
           FROM public.grow_out_entry_written later
          WHERE ((later.instead_of = entry.id) AND (NOT (EXISTS ( SELECT
                   FROM public.undone
                  WHERE (undone.act_key = later.act_key)))))))));

ALTER TABLE public.grow_out_entry_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.grow_out_entry_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.grow_out_photo (
    entry_id bigint NOT NULL,
    jpeg bytea NOT NULL,
    width integer NOT NULL,
    height integer NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT grow_out_photo_is_small CHECK (((octet_length(jpeg) >= 1) AND (octet_length(jpeg) <= 2000000)))
);
ALTER TABLE ONLY public.grow_out_photo ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.grow_out_place_written (
    id bigint NOT NULL,
    grow_out_id bigint NOT NULL,
    garden_id bigint NOT NULL,
    plot_id bigint,
    square_metres numeric,
    methods text[] NOT NULL,
    sow_on date NOT NULL,
    free_on date NOT NULL,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    hours numeric,
    CONSTRAINT grow_out_bed_is_free_later CHECK ((free_on > sow_on)),
    CONSTRAINT grow_out_hours_are_none_or_more CHECK ((hours >= (0)::numeric)),
    CONSTRAINT grow_out_takes_some_room CHECK (((square_metres > (0)::numeric) AND (square_metres <= (100000)::numeric)))
);
ALTER TABLE ONLY public.grow_out_place_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.grow_out_place AS
 SELECT DISTINCT ON (grow_out_place_written.grow_out_id) grow_out_place_written.id,
    grow_out_place_written.grow_out_id,
    grow_out_place_written.garden_id,
    grow_out_place_written.plot_id,
    grow_out_place_written.square_metres,
    grow_out_place_written.methods,
    grow_out_place_written.sow_on,
    grow_out_place_written.free_on,
    grow_out_place_written.written_on,
    grow_out_place_written.written_by,
    grow_out_place_written.act_key,
    grow_out_place_written.hours
   FROM public.grow_out_place_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = grow_out_place_written.act_key))))
  ORDER BY grow_out_place_written.grow_out_id, grow_out_place_written.id DESC;

ALTER TABLE public.grow_out_place_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.grow_out_place_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.grow_out_step_written (
    id bigint NOT NULL,
    grow_out_id bigint NOT NULL,
    step text NOT NULL,
    grower_id bigint,
    reason text,
    happened_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    lot_id bigint,
    CONSTRAINT grow_out_agreed_with_somebody CHECK (((step <> ALL (ARRAY['offered'::text, 'agreed'::text])) OR (grower_id IS NOT NULL))),
    CONSTRAINT grow_out_comes_back_as_a_lot CHECK (((step = ANY (ARRAY['back in part'::text, 'back'::text])) = (lot_id IS NOT NULL))),
    CONSTRAINT grow_out_ended_for_a_reason CHECK (((step <> ALL (ARRAY['dropped'::text, 'failed'::text])) OR (reason IS NOT NULL))),
    CONSTRAINT grow_out_step_is_known CHECK ((step = ANY (ARRAY['offered'::text, 'agreed'::text, 'declined'::text, 'handed over'::text, 'back in part'::text, 'back'::text, 'failed'::text, 'dropped'::text])))
);
ALTER TABLE ONLY public.grow_out_step_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.grow_out_step AS
 SELECT grow_out_step_written.id,
    grow_out_step_written.grow_out_id,
    grow_out_step_written.step,
    grow_out_step_written.grower_id,
    grow_out_step_written.reason,
    grow_out_step_written.happened_on,
    grow_out_step_written.written_by,
    grow_out_step_written.act_key,
    grow_out_step_written.lot_id
   FROM public.grow_out_step_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = grow_out_step_written.act_key))));

ALTER TABLE public.grow_out_step_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.grow_out_step_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.grow_out_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.grow_out_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.grower_terms (
    person_id bigint NOT NULL,
    skill text NOT NULL,
    most_lines integer,
    square_metres numeric,
    not_grown text,
    most_hours numeric,
    CONSTRAINT grower_has_some_hours CHECK (((most_hours > (0)::numeric) AND (most_hours <= (2000)::numeric))),
    CONSTRAINT grower_has_some_room CHECK (((square_metres > (0)::numeric) AND (square_metres <= (100000)::numeric))),
    CONSTRAINT grower_skill_is_known CHECK ((skill = ANY (ARRAY['easy'::text, 'middling'::text, 'hard'::text]))),
    CONSTRAINT grower_takes_some_lines CHECK (((most_lines >= 0) AND (most_lines <= 1000)))
);

CREATE TABLE public.hold_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    kind text NOT NULL,
    reason text NOT NULL,
    set_on date NOT NULL,
    set_by bigint,
    act_key uuid NOT NULL,
    rule text,
    CONSTRAINT hold_has_a_reason CHECK ((length(TRIM(BOTH FROM reason)) > 0)),
    CONSTRAINT hold_kind_is_known CHECK ((kind = ANY (ARRAY['drying'::text, 'pests'::text, 'disease'::text, 'test'::text, 'trial'::text, 'identity'::text, 'rules'::text, 'recall'::text]))),
    CONSTRAINT hold_rule_is_a_code CHECK ((rule ~ '^[a-zA-Z0-9 ]{1,60}$'::text))
);
ALTER TABLE ONLY public.hold_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.hold AS
 SELECT hold_written.id,
    hold_written.lot_id,
    hold_written.kind,
    hold_written.reason,
    hold_written.set_on,
    hold_written.set_by,
    hold_written.act_key,
    hold_written.rule
   FROM public.hold_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = hold_written.act_key))));

ALTER TABLE public.hold_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.hold_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.hold_lift_written (
    hold_id bigint NOT NULL,
    reason text NOT NULL,
    lifted_on date NOT NULL,
    lifted_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT hold_lift_has_a_reason CHECK ((length(TRIM(BOTH FROM reason)) > 0))
);
ALTER TABLE ONLY public.hold_lift_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.hold_lift AS
 SELECT hold_lift_written.hold_id,
    hold_lift_written.reason,
    hold_lift_written.lifted_on,
    hold_lift_written.lifted_by,
    hold_lift_written.act_key
   FROM public.hold_lift_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = hold_lift_written.act_key))));

ALTER TABLE public.hold_lift_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.hold_lift_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.holding (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    place_id bigint NOT NULL,
    container text NOT NULL,
    balance bigint DEFAULT 0 NOT NULL,
    packet_units bigint,
    CONSTRAINT holding_never_below_zero CHECK ((balance >= 0)),
    CONSTRAINT holding_of_whole_packets CHECK (((packet_units IS NULL) OR ((balance % packet_units) = 0))),
    CONSTRAINT packet_holds_something CHECK ((packet_units > 0))
);

ALTER TABLE public.holding ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.holding_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.house (
    the_one boolean DEFAULT true NOT NULL,
    name text NOT NULL,
    time_zone text NOT NULL,
    last_frost text NOT NULL,
    first_frost text NOT NULL,
    lending_opens text NOT NULL,
    lend_threshold numeric DEFAULT 0.5 NOT NULL,
    full_threshold numeric DEFAULT 0.8 NOT NULL,
    sureness numeric DEFAULT 0.8 NOT NULL,
    version integer DEFAULT 1 NOT NULL,
    units text DEFAULT 'metric'::text NOT NULL,
    southern boolean DEFAULT false NOT NULL,
    sowing_starts text DEFAULT '03-15'::text NOT NULL,
    rules jsonb DEFAULT '{}'::jsonb NOT NULL,
    trays integer DEFAULT 12 NOT NULL,
    jars integer DEFAULT 20 NOT NULL,
    helper_hours numeric DEFAULT 8 NOT NULL,
    currency text DEFAULT 'EUR'::text NOT NULL,
    packet_price integer DEFAULT 350 NOT NULL,
    crop_prices jsonb DEFAULT '{}'::jsonb NOT NULL,
    crop_thresholds jsonb DEFAULT '{}'::jsonb NOT NULL,
    growing jsonb DEFAULT '{}'::jsonb NOT NULL,
    how_to_ask text,
    not_before date,
    CONSTRAINT house_crop_thresholds_in_order CHECK ((NOT jsonb_path_exists(crop_thresholds, 'strict $.*?(!((@."lend" > 0 && @."lend" < @."full") && @."full" < 1))'::jsonpath))),
    CONSTRAINT house_currency_is_a_code CHECK ((currency ~ '^[A-Z]{3}$'::text)),
    CONSTRAINT house_first_frost_is_a_day CHECK ((first_frost ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'::text)),
    CONSTRAINT house_growing_is_an_object CHECK ((jsonb_typeof(growing) = 'object'::text)),
    CONSTRAINT house_hours_not_negative CHECK ((helper_hours >= (0)::numeric)),
    CONSTRAINT house_is_one CHECK (the_one),
    CONSTRAINT house_jars_not_negative CHECK ((jars >= 0)),
    CONSTRAINT house_last_frost_is_a_day CHECK ((last_frost ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'::text)),
    CONSTRAINT house_opening_is_a_day CHECK ((lending_opens ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'::text)),
    CONSTRAINT house_price_not_negative CHECK ((packet_price >= 0)),
    CONSTRAINT house_says_how_to_ask CHECK (((length(TRIM(BOTH FROM how_to_ask)) >= 1) AND (length(TRIM(BOTH FROM how_to_ask)) <= 500))),
    CONSTRAINT house_sowing_is_a_day CHECK ((sowing_starts ~ '^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$'::text)),
    CONSTRAINT house_sureness_is_a_probability CHECK (((sureness > 0.5) AND (sureness < (1)::numeric))),
    CONSTRAINT house_thresholds_in_order CHECK ((((0)::numeric < lend_threshold) AND (lend_threshold < full_threshold) AND (full_threshold < (1)::numeric))),
    CONSTRAINT house_trays_not_negative CHECK ((trays >= 0)),
    CONSTRAINT house_units_are_known CHECK ((units = ANY (ARRAY['metric'::text, 'imperial'::text])))
);

COMMENT ON COLUMN public.house.not_before IS 'the day that was reached when the time zone was last changed: the house does not live through it twice';

CREATE TABLE public.import (
    id uuid NOT NULL,
    account_id bigint NOT NULL,
    file_name text NOT NULL,
    contents bytea,
    state text NOT NULL,
    act_key uuid NOT NULL,
    sheets jsonb DEFAULT '[]'::jsonb NOT NULL,
    answers jsonb DEFAULT '{}'::jsonb NOT NULL,
    questions jsonb DEFAULT '[]'::jsonb NOT NULL,
    counts jsonb DEFAULT '{}'::jsonb NOT NULL,
    only_good boolean DEFAULT false NOT NULL,
    digest text,
    trouble text,
    steps_done integer DEFAULT 0 NOT NULL,
    steps integer DEFAULT 0 NOT NULL,
    is_cancelled boolean DEFAULT false NOT NULL,
    version integer DEFAULT 1 NOT NULL,
    started_at timestamp with time zone NOT NULL,
    changed_at timestamp with time zone NOT NULL,
    undo_key uuid,
    undo_account bigint,
    undo_reason text,
    CONSTRAINT import_state_is_known CHECK ((state = ANY (ARRAY['to read'::text, 'columns'::text, 'to review'::text, 'reviewed'::text, 'to write'::text, 'done'::text, 'failed'::text, 'to undo'::text]))),
    CONSTRAINT import_undo_says_whose CHECK (((state <> 'to undo'::text) OR (num_nonnulls(undo_key, undo_account) = 2)))
);
ALTER TABLE ONLY public.import ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.import_columns (
    heads text NOT NULL,
    thing text NOT NULL,
    columns jsonb NOT NULL,
    saved_on date NOT NULL
);

CREATE TABLE public.import_made (
    act_key uuid NOT NULL,
    what text NOT NULL,
    of_id bigint NOT NULL,
    name text DEFAULT ''::text NOT NULL,
    CONSTRAINT import_made_is_known CHECK ((what = ANY (ARRAY['person'::text, 'garden'::text, 'place'::text, 'line'::text, 'alias'::text, 'story'::text])))
);
ALTER TABLE ONLY public.import_made ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.import_row (
    import_id uuid NOT NULL,
    sheet smallint NOT NULL,
    at integer NOT NULL,
    cells text[] NOT NULL,
    heading text,
    fixed jsonb,
    level text DEFAULT 'good'::text NOT NULL,
    is_known boolean DEFAULT false NOT NULL,
    notes jsonb DEFAULT '[]'::jsonb NOT NULL,
    CONSTRAINT import_level_is_known CHECK ((level = ANY (ARRAY['good'::text, 'assumed'::text, 'doubtful'::text, 'wrong'::text])))
)
WITH (fillfactor='50');

CREATE TABLE public.imported_row_written (
    act_key uuid NOT NULL,
    file_name text NOT NULL,
    sheet text NOT NULL,
    at integer NOT NULL,
    print bytea NOT NULL,
    said text[] NOT NULL,
    lot_id bigint,
    test_id bigint,
    loan_id bigint,
    person_id bigint,
    line_id bigint,
    place_id bigint
);
ALTER TABLE ONLY public.imported_row_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.imported_row AS
 SELECT imported_row_written.act_key,
    imported_row_written.file_name,
    imported_row_written.sheet,
    imported_row_written.at,
    imported_row_written.print,
    imported_row_written.said,
    imported_row_written.lot_id,
    imported_row_written.test_id,
    imported_row_written.loan_id,
    imported_row_written.person_id,
    imported_row_written.line_id,
    imported_row_written.place_id
   FROM public.imported_row_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = imported_row_written.act_key))));

CREATE TABLE public.incident_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    kind text NOT NULL,
    what text NOT NULL,
    share numeric,
    discarded boolean NOT NULL,
    happened_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT incident_kind_is_known CHECK ((kind = ANY (ARRAY['mix-up'::text, 'contamination'::text]))),
    CONSTRAINT incident_says_what CHECK ((length(TRIM(BOTH FROM what)) > 0)),
    CONSTRAINT incident_share_is_a_share CHECK (((share >= (0)::numeric) AND (share <= (1)::numeric)))
);
ALTER TABLE ONLY public.incident_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.incident AS
 SELECT incident_written.id,
    incident_written.lot_id,
    incident_written.kind,
    incident_written.what,
    incident_written.share,
    incident_written.discarded,
    incident_written.happened_on,
    incident_written.written_by,
    incident_written.act_key
   FROM public.incident_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = incident_written.act_key))));

ALTER TABLE public.incident_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.incident_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.keeper_written (
    id bigint NOT NULL,
    place_id bigint NOT NULL,
    keeper_id bigint NOT NULL,
    ask_by date NOT NULL,
    asked_on date NOT NULL,
    note text,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT keeper_is_asked_later CHECK ((ask_by > asked_on))
);
ALTER TABLE ONLY public.keeper_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.keeper AS
 SELECT DISTINCT ON (keeper_written.place_id) keeper_written.id,
    keeper_written.place_id,
    keeper_written.keeper_id,
    keeper_written.ask_by,
    keeper_written.asked_on,
    keeper_written.note,
    keeper_written.written_by,
    keeper_written.act_key
   FROM public.keeper_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = keeper_written.act_key))))
  ORDER BY keeper_written.place_id, keeper_written.id DESC;

ALTER TABLE public.keeper_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.keeper_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.known_device (
    token_hash bytea NOT NULL,
    account_id bigint NOT NULL,
    seen_at timestamp with time zone NOT NULL
);

CREATE TABLE public.kysely_migration (
    name character varying(255) NOT NULL,
    "timestamp" character varying(255) NOT NULL
);

CREATE TABLE public.kysely_migration_lock (
    id character varying(255) NOT NULL,
    is_locked integer DEFAULT 0 NOT NULL
);

CREATE TABLE public.label_stale (
    lot_id bigint NOT NULL,
    since timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.label_untrue (
    lot_id bigint NOT NULL
);

CREATE TABLE public.line (
    id bigint NOT NULL,
    crop_id text NOT NULL,
    name text NOT NULL,
    aim text DEFAULT 'keep true'::text NOT NULL,
    story text,
    offspring boolean DEFAULT false NOT NULL,
    rules jsonb DEFAULT '{}'::jsonb NOT NULL,
    version integer DEFAULT 1 NOT NULL,
    kept_elsewhere boolean DEFAULT false NOT NULL,
    is_listed boolean DEFAULT false NOT NULL,
    CONSTRAINT line_aim_is_known CHECK ((aim = ANY (ARRAY['keep true'::text, 'let adapt'::text]))),
    CONSTRAINT line_has_a_name CHECK ((length(TRIM(BOTH FROM name)) > 0))
);

CREATE TABLE public.line_alias (
    line_id bigint NOT NULL,
    name text NOT NULL,
    CONSTRAINT alias_has_a_name CHECK ((length(TRIM(BOTH FROM name)) > 0))
);

ALTER TABLE public.line ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.line_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.line_risk (
    line_id bigint NOT NULL,
    reckoned_on date NOT NULL,
    by_year real[] NOT NULL,
    grown_by_year real[],
    best_by_year real[] NOT NULL,
    risk real NOT NULL,
    error real NOT NULL,
    whys jsonb NOT NULL,
    remedies jsonb NOT NULL,
    worth real NOT NULL,
    CONSTRAINT risk_is_a_chance CHECK (((risk >= (0)::double precision) AND (risk <= (1)::double precision))),
    CONSTRAINT risk_is_for_some_years CHECK ((cardinality(by_year) > 0))
);

CREATE TABLE public.listing_written (
    id bigint NOT NULL,
    library text NOT NULL,
    library_key text NOT NULL,
    how_to_ask text NOT NULL,
    as_of date NOT NULL,
    kinds jsonb NOT NULL,
    wants jsonb NOT NULL,
    is_gone boolean DEFAULT false NOT NULL,
    act_key uuid NOT NULL,
    address text,
    CONSTRAINT listing_address_is_of_the_web CHECK ((address ~ '^https?://'::text)),
    CONSTRAINT listing_names_its_library CHECK (((length(TRIM(BOTH FROM library)) >= 1) AND (length(TRIM(BOTH FROM library)) <= 120)))
);
ALTER TABLE ONLY public.listing_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.listing AS
 SELECT newest.id,
    newest.library,
    newest.library_key,
    newest.how_to_ask,
    newest.as_of,
    newest.kinds,
    newest.wants,
    newest.is_gone,
    newest.act_key,
    newest.address
   FROM ( SELECT DISTINCT ON (listing_written.library_key) listing_written.id,
            listing_written.library,
            listing_written.library_key,
            listing_written.how_to_ask,
            listing_written.as_of,
            listing_written.kinds,
            listing_written.wants,
            listing_written.is_gone,
            listing_written.act_key,
            listing_written.address
           FROM public.listing_written
          WHERE (NOT (EXISTS ( SELECT
                   FROM public.undone
                  WHERE (undone.act_key = listing_written.act_key))))
          ORDER BY listing_written.library_key, listing_written.id DESC) newest
  WHERE (NOT newest.is_gone);

ALTER TABLE public.listing_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.listing_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.loan_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    member_id bigint NOT NULL,
    packets integer NOT NULL,
    seeds_per_packet integer NOT NULL,
    lent_on date NOT NULL,
    due_on date NOT NULL,
    override_reason text,
    lent_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT loan_due_after_lent CHECK ((due_on > lent_on)),
    CONSTRAINT loan_packet_size_above_zero CHECK ((seeds_per_packet > 0)),
    CONSTRAINT loan_packets_in_range CHECK (((packets >= 1) AND (packets <= 100)))
);
ALTER TABLE ONLY public.loan_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan AS
 SELECT loan_written.id,
    loan_written.lot_id,
    loan_written.member_id,
    loan_written.packets,
    loan_written.seeds_per_packet,
    loan_written.lent_on,
    loan_written.due_on,
    loan_written.override_reason,
    loan_written.lent_by,
    loan_written.act_key
   FROM public.loan_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_written.act_key))));

CREATE TABLE public.loan_answer_written (
    id bigint NOT NULL,
    told_id bigint NOT NULL,
    answer text NOT NULL,
    answered_on date NOT NULL,
    answered_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT loan_answer_says_something CHECK ((length(TRIM(BOTH FROM answer)) > 0))
);
ALTER TABLE ONLY public.loan_answer_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan_answer AS
 SELECT loan_answer_written.id,
    loan_answer_written.told_id,
    loan_answer_written.answer,
    loan_answer_written.answered_on,
    loan_answer_written.answered_by,
    loan_answer_written.act_key
   FROM public.loan_answer_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_answer_written.act_key))));

ALTER TABLE public.loan_answer_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.loan_answer_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.loan_close_written (
    loan_id bigint NOT NULL,
    outcome text NOT NULL,
    closed_on date NOT NULL,
    note text,
    closed_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT loan_outcome_is_known CHECK ((outcome = ANY (ARRAY['returned'::text, 'failed crop'::text, 'kept on'::text, 'written off'::text])))
);
ALTER TABLE ONLY public.loan_close_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan_close AS
 SELECT loan_close_written.loan_id,
    loan_close_written.outcome,
    loan_close_written.closed_on,
    loan_close_written.note,
    loan_close_written.closed_by,
    loan_close_written.act_key
   FROM public.loan_close_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_close_written.act_key))));

ALTER TABLE public.loan_close_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.loan_close_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.loan_due_written (
    id bigint NOT NULL,
    loan_id bigint NOT NULL,
    due_on date NOT NULL,
    why text,
    agreed_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT loan_due_says_something CHECK ((length(TRIM(BOTH FROM why)) > 0))
);
ALTER TABLE ONLY public.loan_due_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan_due AS
 SELECT DISTINCT ON (loan_due_written.loan_id) loan_due_written.id,
    loan_due_written.loan_id,
    loan_due_written.due_on,
    loan_due_written.why,
    loan_due_written.agreed_on,
    loan_due_written.written_by,
    loan_due_written.act_key
   FROM public.loan_due_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_due_written.act_key))))
  ORDER BY loan_due_written.loan_id, loan_due_written.id DESC;

ALTER TABLE public.loan_due_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.loan_due_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.loan_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.loan_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.loan_return_written (
    loan_id bigint NOT NULL,
    lot_id bigint NOT NULL,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.loan_return_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan_return AS
 SELECT loan_return_written.loan_id,
    loan_return_written.lot_id,
    loan_return_written.act_key
   FROM public.loan_return_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_return_written.act_key))));

CREATE TABLE public.loan_told_written (
    id bigint NOT NULL,
    loan_id bigint NOT NULL,
    what text NOT NULL,
    note text,
    told_on date NOT NULL,
    told_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT loan_told_is_known CHECK ((what = 'failed crop'::text))
);
ALTER TABLE ONLY public.loan_told_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.loan_told AS
 SELECT loan_told_written.id,
    loan_told_written.loan_id,
    loan_told_written.what,
    loan_told_written.note,
    loan_told_written.told_on,
    loan_told_written.told_by,
    loan_told_written.act_key
   FROM public.loan_told_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = loan_told_written.act_key))));

ALTER TABLE public.loan_told_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.loan_told_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.lot_state (
    lot_id bigint NOT NULL,
    on_hand bigint DEFAULT 0 NOT NULL,
    verdict text,
    tested_sprouted integer,
    tested_laid integer,
    tested_on date,
    next_test_on date,
    next_test_reason text,
    germination real,
    CONSTRAINT lot_never_below_zero CHECK ((on_hand >= 0)),
    CONSTRAINT lot_verdict_is_known CHECK ((verdict = ANY (ARRAY['full strength'::text, 'sow thicker'::text, 'not settled'::text, 'do not lend'::text, 'dead'::text])))
)
WITH (fillfactor='70');

CREATE TABLE public.lot_written (
    id bigint NOT NULL,
    code text NOT NULL,
    line_id bigint NOT NULL,
    origin text NOT NULL,
    kind text NOT NULL,
    unit text NOT NULL,
    seeds_per_gram numeric NOT NULL,
    donor_id bigint,
    garden_id bigint,
    harvested text,
    plants_harvested integer,
    generation integer,
    note text,
    taken_in_on date NOT NULL,
    search_text text NOT NULL,
    act_key uuid NOT NULL,
    treated text,
    form text DEFAULT 'clean seed'::text NOT NULL,
    open_by date,
    shelf_key text NOT NULL,
    CONSTRAINT lot_code_reads CHECK ((code ~ '^[0-9]{2}-[0-9]{4,}-[A-HJ-NP-Z]$'::text)),
    CONSTRAINT lot_form_is_known CHECK ((form = ANY (ARRAY['clean seed'::text, 'whole fruit'::text, 'heads or pods'::text, 'on paper'::text]))),
    CONSTRAINT lot_generation_not_negative CHECK ((generation >= 0)),
    CONSTRAINT lot_harvest_is_a_date CHECK ((harvested ~ '^[0-9]{4}(-(0[1-9]|1[0-2])(-(0[1-9]|[12][0-9]|3[01]))?)?$'::text)),
    CONSTRAINT lot_kind_is_known CHECK ((kind = ANY (ARRAY['open-pollinated'::text, 'heirloom'::text, 'F1'::text, 'stabilising'::text, 'mixture'::text, 'crossed'::text, 'unknown'::text]))),
    CONSTRAINT lot_not_taken_in_before_harvest CHECK (((harvested IS NULL) OR ((("left"(harvested, 4))::integer)::numeric <= EXTRACT(year FROM taken_in_on)))),
    CONSTRAINT lot_origin_is_known CHECK ((origin = ANY (ARRAY['donated'::text, 'returned'::text, 'bought'::text, 'found'::text, 'market fruit'::text, 'grown-out'::text, 'blend'::text, 'split'::text]))),
    CONSTRAINT lot_plants_above_zero CHECK ((plants_harvested > 0)),
    CONSTRAINT lot_seeds_per_gram_above_zero CHECK ((seeds_per_gram > (0)::numeric)),
    CONSTRAINT lot_treated_is_known CHECK ((treated = ANY (ARRAY['yes'::text, 'unknown'::text]))),
    CONSTRAINT lot_unit_is_known CHECK ((unit = ANY (ARRAY['seed'::text, 'mg'::text])))
);
ALTER TABLE ONLY public.lot_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.lot AS
 SELECT lot_written.id,
    lot_written.code,
    lot_written.line_id,
    lot_written.origin,
    lot_written.kind,
    lot_written.unit,
    lot_written.seeds_per_gram,
    lot_written.donor_id,
    lot_written.garden_id,
    lot_written.harvested,
    lot_written.plants_harvested,
    lot_written.generation,
    lot_written.note,
    lot_written.taken_in_on,
    lot_written.search_text,
    lot_written.act_key,
    lot_written.treated,
    lot_written.form,
    lot_written.open_by,
    lot_written.shelf_key,
    lot_state.on_hand,
    lot_state.verdict,
    lot_state.tested_sprouted,
    lot_state.tested_laid,
    lot_state.tested_on,
    lot_state.next_test_on,
    lot_state.next_test_reason,
    lot_state.germination
   FROM (public.lot_written
     JOIN public.lot_state ON ((lot_state.lot_id = lot_written.id)))
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = lot_written.act_key))));

CREATE TABLE public.lot_code_counter (
    year integer NOT NULL,
    last integer NOT NULL
);

CREATE TABLE public.lot_correction_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    old_line bigint NOT NULL,
    new_line bigint NOT NULL,
    old_donor bigint,
    new_donor bigint,
    old_garden bigint,
    new_garden bigint,
    old_per_gram numeric NOT NULL,
    new_per_gram numeric NOT NULL,
    why text NOT NULL,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT lot_corrected_for_a_reason CHECK ((length(TRIM(BOTH FROM why)) > 0)),
    CONSTRAINT lot_correction_corrects CHECK ((((old_line IS DISTINCT FROM new_line) OR (old_donor IS DISTINCT FROM new_donor)) OR (old_garden IS DISTINCT FROM new_garden)))
);
ALTER TABLE ONLY public.lot_correction_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.lot_correction AS
 SELECT lot_correction_written.id,
    lot_correction_written.lot_id,
    lot_correction_written.old_line,
    lot_correction_written.new_line,
    lot_correction_written.old_donor,
    lot_correction_written.new_donor,
    lot_correction_written.old_garden,
    lot_correction_written.new_garden,
    lot_correction_written.old_per_gram,
    lot_correction_written.new_per_gram,
    lot_correction_written.why,
    lot_correction_written.written_on,
    lot_correction_written.written_by,
    lot_correction_written.act_key
   FROM public.lot_correction_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = lot_correction_written.act_key))));

ALTER TABLE public.lot_correction_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.lot_correction_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.lot_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.lot_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.lot_label_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    name text NOT NULL,
    promise text,
    sowing text NOT NULL,
    hybrid boolean NOT NULL,
    hazards text[] NOT NULL,
    labels integer NOT NULL,
    made_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT lot_label_at_least_one CHECK ((labels >= 1))
);
ALTER TABLE ONLY public.lot_label_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.lot_label AS
 SELECT DISTINCT ON (lot_label_written.lot_id) lot_label_written.id,
    lot_label_written.lot_id,
    lot_label_written.name,
    lot_label_written.promise,
    lot_label_written.sowing,
    lot_label_written.hybrid,
    lot_label_written.hazards,
    lot_label_written.labels,
    lot_label_written.made_on,
    lot_label_written.written_by,
    lot_label_written.act_key
   FROM public.lot_label_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = lot_label_written.act_key))))
  ORDER BY lot_label_written.lot_id, lot_label_written.id DESC;

ALTER TABLE public.lot_label_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.lot_label_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.lot_origin_written (
    lot_id bigint NOT NULL,
    code text NOT NULL,
    library text,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT lot_origin_has_a_code CHECK (((length(TRIM(BOTH FROM code)) >= 1) AND (length(TRIM(BOTH FROM code)) <= 60)))
);
ALTER TABLE ONLY public.lot_origin_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.lot_origin AS
 SELECT DISTINCT ON (lot_origin_written.lot_id) lot_origin_written.lot_id,
    lot_origin_written.code,
    lot_origin_written.library,
    lot_origin_written.act_key,
    lot_origin_written.id
   FROM public.lot_origin_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = lot_origin_written.act_key))))
  ORDER BY lot_origin_written.lot_id, lot_origin_written.id DESC;

ALTER TABLE public.lot_origin_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.lot_origin_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.lot_outlook (
    lot_id bigint NOT NULL,
    low real NOT NULL,
    median real NOT NULL,
    high real NOT NULL,
    may_be_lent real NOT NULL,
    full_strength real NOT NULL,
    own_share real NOT NULL,
    under_on date,
    reckoned_on date NOT NULL,
    to_sow integer,
    to_test integer DEFAULT 0 NOT NULL,
    sure_share real DEFAULT 1 NOT NULL,
    CONSTRAINT outlook_share_of_book CHECK (((sure_share > (0)::double precision) AND (sure_share <= (1)::double precision))),
    CONSTRAINT outlook_sows_some CHECK ((to_sow > 0)),
    CONSTRAINT outlook_tests_some CHECK ((to_test >= 0))
);

CREATE TABLE public.lot_parent (
    child_id bigint NOT NULL,
    parent_id bigint NOT NULL,
    seeds bigint,
    CONSTRAINT lot_parent_is_older CHECK ((parent_id < child_id)),
    CONSTRAINT lot_parent_seeds_above_zero CHECK ((seeds > 0))
);

CREATE TABLE public.lot_promise (
    lot_id bigint NOT NULL,
    promise text NOT NULL,
    chance real NOT NULL,
    chance_true real NOT NULL,
    chance_likely real NOT NULL,
    low real NOT NULL,
    middle real NOT NULL,
    high real NOT NULL,
    mean real NOT NULL,
    handed_on real[] NOT NULL,
    effective real,
    generations integer NOT NULL,
    reckoned_on date NOT NULL,
    CONSTRAINT promise_is_known CHECK ((promise = ANY (ARRAY['true'::text, 'likely true'::text, 'may vary'::text, 'mixture'::text])))
);

CREATE TABLE public.method_trial_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    usual numeric NOT NULL,
    difference numeric NOT NULL,
    seeds_each integer NOT NULL,
    begun_on date NOT NULL,
    begun_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT trial_difference_leaves_room CHECK (((difference > (0)::numeric) AND (difference < usual))),
    CONSTRAINT trial_tests_seed CHECK ((seeds_each > 0)),
    CONSTRAINT trial_usual_is_a_share CHECK (((usual > (0)::numeric) AND (usual < (1)::numeric)))
);
ALTER TABLE ONLY public.method_trial_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.method_trial AS
 SELECT method_trial_written.id,
    method_trial_written.lot_id,
    method_trial_written.usual,
    method_trial_written.difference,
    method_trial_written.seeds_each,
    method_trial_written.begun_on,
    method_trial_written.begun_by,
    method_trial_written.act_key
   FROM public.method_trial_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = method_trial_written.act_key))));

CREATE TABLE public.method_trial_arm_written (
    trial_id bigint NOT NULL,
    method text NOT NULL,
    lot_id bigint NOT NULL,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.method_trial_arm_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.method_trial_arm AS
 SELECT method_trial_arm_written.trial_id,
    method_trial_arm_written.method,
    method_trial_arm_written.lot_id,
    method_trial_arm_written.act_key
   FROM public.method_trial_arm_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = method_trial_arm_written.act_key))));

CREATE TABLE public.method_trial_end_written (
    trial_id bigint NOT NULL,
    learnt text NOT NULL,
    rule text,
    ended_on date NOT NULL,
    ended_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT trial_says_what_was_learnt CHECK ((length(TRIM(BOTH FROM learnt)) > 0))
);
ALTER TABLE ONLY public.method_trial_end_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.method_trial_end AS
 SELECT method_trial_end_written.trial_id,
    method_trial_end_written.learnt,
    method_trial_end_written.rule,
    method_trial_end_written.ended_on,
    method_trial_end_written.ended_by,
    method_trial_end_written.act_key
   FROM public.method_trial_end_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = method_trial_end_written.act_key))));

ALTER TABLE public.method_trial_end_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.method_trial_end_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.method_trial_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.method_trial_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.movement (
    id bigint NOT NULL,
    act_key uuid NOT NULL,
    lot_id bigint NOT NULL,
    kind text NOT NULL,
    from_holding bigint,
    from_outside text,
    to_holding bigint,
    to_outside text,
    amount bigint NOT NULL,
    typed text,
    reason text,
    happened_on date NOT NULL,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    person_id bigint,
    CONSTRAINT movement_amount_above_zero CHECK ((amount > 0)),
    CONSTRAINT movement_goes_somewhere CHECK ((from_holding <> to_holding)),
    CONSTRAINT movement_has_one_goal CHECK ((num_nonnulls(to_holding, to_outside) = 1)),
    CONSTRAINT movement_has_one_source CHECK ((num_nonnulls(from_holding, from_outside) = 1)),
    CONSTRAINT movement_kind_is_known CHECK ((kind = ANY (ARRAY['received'::text, 'returned in'::text, 'cleaned'::text, 'packed'::text, 'unpacked'::text, 'drawn for test'::text, 'lent'::text, 'given'::text, 'moved'::text, 'discarded'::text, 'found'::text, 'missing'::text, 'correction'::text, 'blended'::text, 'sown'::text]))),
    CONSTRAINT movement_outside_is_known CHECK (((COALESCE(from_outside, to_outside) IS NULL) OR (COALESCE(from_outside, to_outside) = ANY (ARRAY['donors'::text, 'tests'::text, 'members'::text, 'waste'::text, 'count difference'::text, 'blends'::text, 'growers'::text])))),
    CONSTRAINT movement_touches_the_house CHECK ((num_nonnulls(from_holding, to_holding) >= 1))
);
ALTER TABLE ONLY public.movement ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.movement ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.movement_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.one_time_link (
    token_hash bytea NOT NULL,
    account_id bigint,
    expires_at timestamp with time zone NOT NULL,
    used_at timestamp with time zone
);

CREATE TABLE public.open_loan (
    loan_id bigint NOT NULL,
    due_on date NOT NULL
);

CREATE TABLE public.outlook_stale (
    lot_id bigint NOT NULL,
    since timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.parked_form (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    account_id bigint NOT NULL,
    path text NOT NULL,
    fields jsonb NOT NULL,
    parked_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.passport_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    answers jsonb NOT NULL,
    why text,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.passport_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.passport AS
 SELECT passport_written.id,
    passport_written.lot_id,
    passport_written.answers,
    passport_written.why,
    passport_written.written_on,
    passport_written.written_by,
    passport_written.act_key
   FROM public.passport_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = passport_written.act_key))));

ALTER TABLE public.passport_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.passport_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.person (
    id bigint NOT NULL,
    name text NOT NULL,
    email text,
    phone text,
    note text,
    is_member boolean DEFAULT false NOT NULL,
    erased_at timestamp with time zone,
    version integer DEFAULT 1 NOT NULL,
    group_of integer,
    contact text,
    CONSTRAINT person_group_of_some CHECK (((group_of >= 2) AND (group_of <= 10000))),
    CONSTRAINT person_has_a_name CHECK ((length(TRIM(BOTH FROM name)) > 0))
);

ALTER TABLE public.person ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.person_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.place (
    id bigint NOT NULL,
    name text NOT NULL,
    has_logger boolean DEFAULT false NOT NULL,
    closed_on date,
    CONSTRAINT place_has_a_name CHECK ((length(TRIM(BOTH FROM name)) > 0))
);

CREATE TABLE public.place_climate_written (
    id bigint NOT NULL,
    place_id bigint NOT NULL,
    since date NOT NULL,
    celsius numeric NOT NULL,
    humidity numeric NOT NULL,
    why text,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT climate_humidity_is_a_share CHECK (((humidity > (0)::numeric) AND (humidity <= (1)::numeric))),
    CONSTRAINT climate_is_of_a_room CHECK (((celsius >= ('-40'::integer)::numeric) AND (celsius <= (50)::numeric)))
);
ALTER TABLE ONLY public.place_climate_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.place_climate AS
 SELECT place_climate_written.id,
    place_climate_written.place_id,
    place_climate_written.since,
    place_climate_written.celsius,
    place_climate_written.humidity,
    place_climate_written.why,
    place_climate_written.written_by,
    place_climate_written.act_key
   FROM public.place_climate_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = place_climate_written.act_key))));

ALTER TABLE public.place_climate_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.place_climate_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.place ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.place_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.planned_test (
    lot_id bigint NOT NULL,
    week date NOT NULL,
    pinned boolean DEFAULT false NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT plan_week_begins_on_monday CHECK ((EXTRACT(isodow FROM week) = (1)::numeric))
);
ALTER TABLE ONLY public.planned_test ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.plot (
    id bigint NOT NULL,
    garden_id bigint NOT NULL,
    name text NOT NULL,
    square_metres numeric NOT NULL,
    sun text NOT NULL,
    water text NOT NULL,
    cages integer DEFAULT 0 NOT NULL,
    note text,
    in_use boolean DEFAULT true NOT NULL,
    CONSTRAINT plot_cages_are_counted CHECK (((cages >= 0) AND (cages <= 100))),
    CONSTRAINT plot_has_an_area CHECK (((square_metres > (0)::numeric) AND (square_metres <= (100000)::numeric))),
    CONSTRAINT plot_sun_is_known CHECK ((sun = ANY (ARRAY['full sun'::text, 'half shade'::text, 'shade'::text]))),
    CONSTRAINT plot_water_is_known CHECK ((water = ANY (ARRAY['tap'::text, 'carried'::text, 'rain only'::text])))
);

ALTER TABLE public.plot ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.plot_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.potted_written (
    id bigint NOT NULL,
    test_id bigint NOT NULL,
    seedlings integer NOT NULL,
    potted_on date NOT NULL,
    note text,
    potted_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT potted_above_zero CHECK ((seedlings > 0))
);
ALTER TABLE ONLY public.potted_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.potted AS
 SELECT potted_written.id,
    potted_written.test_id,
    potted_written.seedlings,
    potted_written.potted_on,
    potted_written.note,
    potted_written.potted_by,
    potted_written.act_key
   FROM public.potted_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = potted_written.act_key))));

ALTER TABLE public.potted_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.potted_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.promise_stale (
    lot_id bigint NOT NULL,
    since timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.purity_card_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    pure bigint NOT NULL,
    other_crop bigint NOT NULL,
    weed bigint NOT NULL,
    noxious bigint NOT NULL,
    chaff bigint NOT NULL,
    damaged bigint NOT NULL,
    weighed_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    seeds_counted integer,
    pure_per_gram numeric,
    per_gram_before numeric,
    CONSTRAINT purity_before_above_zero CHECK ((per_gram_before > (0)::numeric)),
    CONSTRAINT purity_counts_seed CHECK ((seeds_counted > 0)),
    CONSTRAINT purity_parts_not_negative CHECK ((LEAST(pure, other_crop, weed, noxious, chaff, damaged) >= 0)),
    CONSTRAINT purity_per_gram_above_zero CHECK ((pure_per_gram > (0)::numeric)),
    CONSTRAINT purity_sample_weighs_something CHECK (((((((pure + other_crop) + weed) + noxious) + chaff) + damaged) > 0))
);
ALTER TABLE ONLY public.purity_card_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.purity_card AS
 SELECT purity_card_written.id,
    purity_card_written.lot_id,
    purity_card_written.pure,
    purity_card_written.other_crop,
    purity_card_written.weed,
    purity_card_written.noxious,
    purity_card_written.chaff,
    purity_card_written.damaged,
    purity_card_written.weighed_on,
    purity_card_written.written_by,
    purity_card_written.act_key,
    purity_card_written.seeds_counted,
    purity_card_written.pure_per_gram,
    purity_card_written.per_gram_before
   FROM public.purity_card_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = purity_card_written.act_key))));

ALTER TABLE public.purity_card_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.purity_card_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.quick_look_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    kind text NOT NULL,
    looked integer NOT NULL,
    good integer NOT NULL,
    looked_on date NOT NULL,
    note text,
    looked_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT quick_look_at_some CHECK (((looked >= 1) AND (looked <= 10000))),
    CONSTRAINT quick_look_is_known CHECK ((kind = ANY (ARRAY['float'::text, 'cut'::text, 'snap'::text]))),
    CONSTRAINT quick_look_not_over_looked CHECK (((good >= 0) AND (good <= looked)))
);
ALTER TABLE ONLY public.quick_look_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.quick_look AS
 SELECT quick_look_written.id,
    quick_look_written.lot_id,
    quick_look_written.kind,
    quick_look_written.looked,
    quick_look_written.good,
    quick_look_written.looked_on,
    quick_look_written.note,
    quick_look_written.looked_by,
    quick_look_written.act_key
   FROM public.quick_look_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = quick_look_written.act_key))));

ALTER TABLE public.quick_look_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.quick_look_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.recall_heard_written (
    id bigint NOT NULL,
    library text NOT NULL,
    recalled_on date NOT NULL,
    heard_on date NOT NULL,
    lots jsonb NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT recall_names_its_library CHECK (((length(TRIM(BOTH FROM library)) >= 1) AND (length(TRIM(BOTH FROM library)) <= 120)))
);
ALTER TABLE ONLY public.recall_heard_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.recall_heard AS
 SELECT recall_heard_written.id,
    recall_heard_written.library,
    recall_heard_written.recalled_on,
    recall_heard_written.heard_on,
    recall_heard_written.lots,
    recall_heard_written.act_key
   FROM public.recall_heard_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = recall_heard_written.act_key))));

ALTER TABLE public.recall_heard_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.recall_heard_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.recall_told_written (
    id bigint NOT NULL,
    hold_id bigint NOT NULL,
    member_id bigint NOT NULL,
    told_on date NOT NULL,
    told_by bigint,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.recall_told_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.recall_told AS
 SELECT recall_told_written.id,
    recall_told_written.hold_id,
    recall_told_written.member_id,
    recall_told_written.told_on,
    recall_told_written.told_by,
    recall_told_written.act_key
   FROM public.recall_told_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = recall_told_written.act_key))));

ALTER TABLE public.recall_told_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.recall_told_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.recipe (
    id bigint NOT NULL,
    name text NOT NULL,
    extraction text NOT NULL,
    steps jsonb NOT NULL,
    why text NOT NULL,
    written_by bigint,
    written_at timestamp with time zone DEFAULT now() NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT recipe_extraction_is_known CHECK ((extraction = ANY (ARRAY['dry'::text, 'wet'::text, 'wet with a gel coat'::text]))),
    CONSTRAINT recipe_has_a_name CHECK ((length(TRIM(BOTH FROM name)) > 0)),
    CONSTRAINT recipe_has_steps CHECK (((jsonb_typeof(steps) = 'array'::text) AND (jsonb_array_length(steps) > 0)))
);
ALTER TABLE ONLY public.recipe ALTER COLUMN act_key SET (n_distinct=-1);

CREATE TABLE public.recipe_end (
    recipe_id bigint NOT NULL,
    ended_by bigint,
    act_key uuid NOT NULL
);
ALTER TABLE ONLY public.recipe_end ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.recipe ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.recipe_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.report_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    person_id bigint,
    year integer NOT NULL,
    true_to_type text,
    taste integer,
    yield integer,
    health integer,
    liking integer,
    words text,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT report_health_in_range CHECK (((health >= 1) AND (health <= 5))),
    CONSTRAINT report_liking_in_range CHECK (((liking >= 1) AND (liking <= 5))),
    CONSTRAINT report_taste_in_range CHECK (((taste >= 1) AND (taste <= 5))),
    CONSTRAINT report_true_is_known CHECK ((true_to_type = ANY (ARRAY['yes'::text, 'mostly'::text, 'no'::text]))),
    CONSTRAINT report_year_in_range CHECK (((year >= 1950) AND (year <= 2200))),
    CONSTRAINT report_yield_in_range CHECK (((yield >= 1) AND (yield <= 5)))
);
ALTER TABLE ONLY public.report_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.report AS
 SELECT report_written.id,
    report_written.lot_id,
    report_written.person_id,
    report_written.year,
    report_written.true_to_type,
    report_written.taste,
    report_written.yield,
    report_written.health,
    report_written.liking,
    report_written.words,
    report_written.written_on,
    report_written.written_by,
    report_written.act_key
   FROM public.report_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = report_written.act_key))));

ALTER TABLE public.report_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.report_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.risk_stale (
    line_id bigint NOT NULL,
    since timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.room_air (
    slot bigint NOT NULL,
    humidity numeric NOT NULL,
    celsius numeric NOT NULL,
    read_at timestamp with time zone NOT NULL,
    CONSTRAINT room_humidity_is_a_share CHECK (((humidity >= (0)::numeric) AND (humidity <= (1)::numeric))),
    CONSTRAINT room_is_on_earth CHECK (((celsius >= ('-40'::integer)::numeric) AND (celsius <= (60)::numeric)))
);

CREATE TABLE public.season_plan (
    id bigint NOT NULL,
    year integer NOT NULL,
    version integer NOT NULL,
    choices jsonb NOT NULL,
    wishes jsonb NOT NULL,
    lines integer NOT NULL,
    hours numeric NOT NULL,
    lost double precision NOT NULL,
    saved double precision NOT NULL,
    worth double precision NOT NULL,
    note text,
    saved_on date NOT NULL,
    saved_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT season_plan_counts_from_one CHECK (((version >= 1) AND (lines >= 0) AND (hours >= (0)::numeric)))
);
ALTER TABLE ONLY public.season_plan ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.season_plan ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.season_plan_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.seed_mark_written (
    id bigint NOT NULL,
    check_id bigint NOT NULL,
    test_id bigint NOT NULL,
    seed integer NOT NULL,
    state text NOT NULL,
    replicate smallint DEFAULT 1 NOT NULL,
    CONSTRAINT seed_state_is_known CHECK ((state = ANY (ARRAY['waiting'::text, 'sprouted'::text, 'abnormal'::text, 'hard'::text, 'fresh'::text, 'dead'::text, 'absent'::text])))
);

CREATE TABLE public.test_check_written (
    id bigint NOT NULL,
    test_id bigint NOT NULL,
    checked_on date NOT NULL,
    note text,
    checked_by bigint,
    act_key uuid NOT NULL,
    re_wetted boolean DEFAULT false NOT NULL,
    mould boolean DEFAULT false NOT NULL
);
ALTER TABLE ONLY public.test_check_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.seed_mark AS
 SELECT seed_mark_written.id,
    seed_mark_written.check_id,
    seed_mark_written.test_id,
    seed_mark_written.seed,
    seed_mark_written.state,
    seed_mark_written.replicate
   FROM public.seed_mark_written
  WHERE (NOT (EXISTS ( SELECT
           FROM (public.test_check_written look
             JOIN public.undone ON ((undone.act_key = look.act_key)))
          WHERE (look.id = seed_mark_written.check_id))));

ALTER TABLE public.seed_mark_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.seed_mark_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.session (
    token_hash bytea NOT NULL,
    account_id bigint NOT NULL,
    device text NOT NULL,
    expires_at timestamp with time zone NOT NULL,
    revoked_at timestamp with time zone,
    is_shared boolean DEFAULT false NOT NULL,
    worker_id bigint,
    touched_at timestamp with time zone
);

CREATE TABLE public.test_bench (
    the_one boolean DEFAULT true NOT NULL,
    warm integer DEFAULT 12 NOT NULL,
    room integer DEFAULT 24 NOT NULL,
    cool integer DEFAULT 8 NOT NULL,
    hours numeric DEFAULT 6 NOT NULL,
    closed date[] DEFAULT '{}'::date[] NOT NULL,
    version integer DEFAULT 1 NOT NULL,
    CONSTRAINT test_bench_closed_weeks_are_days CHECK ((array_position(closed, NULL::date) IS NULL)),
    CONSTRAINT test_bench_is_one CHECK (the_one),
    CONSTRAINT test_bench_not_negative CHECK (((LEAST(warm, room, cool) >= 0) AND (hours >= (0)::numeric)))
);

CREATE VIEW public.test_check AS
 SELECT test_check_written.id,
    test_check_written.test_id,
    test_check_written.checked_on,
    test_check_written.note,
    test_check_written.checked_by,
    test_check_written.act_key,
    test_check_written.re_wetted,
    test_check_written.mould
   FROM public.test_check_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = test_check_written.act_key))));

ALTER TABLE public.test_check_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.test_check_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.test_ending_written (
    test_id bigint NOT NULL,
    ended_on date NOT NULL,
    outcome text NOT NULL,
    sprouted integer NOT NULL,
    reason text,
    ended_by bigint,
    act_key uuid NOT NULL,
    abnormal integer DEFAULT 0 NOT NULL,
    hard integer DEFAULT 0 NOT NULL,
    fresh integer DEFAULT 0 NOT NULL,
    dead integer DEFAULT 0 NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT test_abandoned_with_a_reason CHECK (((outcome = 'read'::text) OR (length(TRIM(BOTH FROM COALESCE(reason, ''::text))) > 0))),
    CONSTRAINT test_kinds_not_negative CHECK ((LEAST(abnormal, hard, fresh, dead) >= 0)),
    CONSTRAINT test_outcome_is_known CHECK ((outcome = ANY (ARRAY['read'::text, 'abandoned'::text]))),
    CONSTRAINT test_sprouted_not_negative CHECK ((sprouted >= 0))
);
ALTER TABLE ONLY public.test_ending_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.test_ending AS
 SELECT test_ending_written.test_id,
    test_ending_written.ended_on,
    test_ending_written.outcome,
    test_ending_written.sprouted,
    test_ending_written.reason,
    test_ending_written.ended_by,
    test_ending_written.act_key,
    test_ending_written.abnormal,
    test_ending_written.hard,
    test_ending_written.fresh,
    test_ending_written.dead,
    test_ending_written.id
   FROM public.test_ending_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = test_ending_written.act_key))));

CREATE TABLE public.test_reopening_written (
    ending_id bigint NOT NULL,
    reason text NOT NULL,
    reopened_on date NOT NULL,
    reopened_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT reopened_with_a_reason CHECK ((length(TRIM(BOTH FROM reason)) > 0))
);
ALTER TABLE ONLY public.test_reopening_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.test_reopening AS
 SELECT test_reopening_written.ending_id,
    test_reopening_written.reason,
    test_reopening_written.reopened_on,
    test_reopening_written.reopened_by,
    test_reopening_written.act_key
   FROM public.test_reopening_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = test_reopening_written.act_key))));

CREATE VIEW public.test_end AS
 SELECT test_ending.id,
    test_ending.test_id,
    test_ending.ended_on,
    test_ending.outcome,
    test_ending.sprouted,
    test_ending.abnormal,
    test_ending.hard,
    test_ending.fresh,
    test_ending.dead,
    test_ending.reason,
    test_ending.ended_by,
    test_ending.act_key
   FROM public.test_ending
  WHERE (NOT (EXISTS ( SELECT
           FROM public.test_reopening
          WHERE (test_reopening.ending_id = test_ending.id))));

ALTER TABLE public.test_ending_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.test_ending_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.test_photo (
    check_id bigint NOT NULL,
    jpeg bytea NOT NULL,
    width integer NOT NULL,
    height integer NOT NULL,
    act_key uuid NOT NULL,
    CONSTRAINT test_photo_is_small CHECK (((octet_length(jpeg) >= 1) AND (octet_length(jpeg) <= 2000000)))
);
ALTER TABLE ONLY public.test_photo ALTER COLUMN act_key SET (n_distinct=-1);

ALTER TABLE public.test_reopening_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.test_reopening_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.test_towel_written (
    id bigint NOT NULL,
    test_id bigint NOT NULL,
    replicate smallint NOT NULL,
    seeds integer NOT NULL,
    places integer NOT NULL,
    reason text,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT towel_places_hold_seeds CHECK ((places >= seeds)),
    CONSTRAINT towel_reason_says_something CHECK ((length(TRIM(BOTH FROM reason)) > 0)),
    CONSTRAINT towel_replicate_above_zero CHECK ((replicate > 0)),
    CONSTRAINT towel_seeds_in_range CHECK (((seeds >= 1) AND (seeds <= 400)))
);
ALTER TABLE ONLY public.test_towel_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.test_towel AS
 SELECT test_towel_written.id,
    test_towel_written.test_id,
    test_towel_written.replicate,
    test_towel_written.seeds,
    test_towel_written.places,
    test_towel_written.reason,
    test_towel_written.written_on,
    test_towel_written.written_by,
    test_towel_written.act_key
   FROM public.test_towel_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = test_towel_written.act_key))));

ALTER TABLE public.test_towel_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.test_towel_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.towel_claim (
    test_id bigint NOT NULL,
    account_id bigint NOT NULL,
    claimed_at timestamp with time zone NOT NULL
);

CREATE TABLE public.treatment_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    kind text NOT NULL,
    container text NOT NULL,
    use text NOT NULL,
    since date NOT NULL,
    shut_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT treatment_is_known CHECK ((kind = ANY (ARRAY['freezer'::text, 'airtight'::text]))),
    CONSTRAINT treatment_use_is_known CHECK ((use = ANY (ARRAY['food'::text, 'sowing'::text])))
);
ALTER TABLE ONLY public.treatment_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.treatment AS
 SELECT treatment_written.id,
    treatment_written.lot_id,
    treatment_written.kind,
    treatment_written.container,
    treatment_written.use,
    treatment_written.since,
    treatment_written.shut_by,
    treatment_written.act_key
   FROM public.treatment_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = treatment_written.act_key))));

ALTER TABLE public.treatment_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.treatment_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.treatment_opening_written (
    treatment_id bigint NOT NULL,
    opened_on date NOT NULL,
    early boolean NOT NULL,
    reason text,
    opened_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT early_opening_has_a_reason CHECK (((NOT early) OR (length(TRIM(BOTH FROM reason)) > 0)))
);
ALTER TABLE ONLY public.treatment_opening_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.treatment_opening AS
 SELECT treatment_opening_written.treatment_id,
    treatment_opening_written.opened_on,
    treatment_opening_written.early,
    treatment_opening_written.reason,
    treatment_opening_written.opened_by,
    treatment_opening_written.act_key
   FROM public.treatment_opening_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = treatment_opening_written.act_key))));

ALTER TABLE public.treatment_opening_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.treatment_opening_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.trial_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    must_show text NOT NULL,
    plants_wanted integer NOT NULL,
    set_on date NOT NULL,
    set_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT trial_must_show_something CHECK ((length(TRIM(BOTH FROM must_show)) > 0)),
    CONSTRAINT trial_plants_above_zero CHECK ((plants_wanted > 0))
);
ALTER TABLE ONLY public.trial_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.trial AS
 SELECT trial_written.id,
    trial_written.lot_id,
    trial_written.must_show,
    trial_written.plants_wanted,
    trial_written.set_on,
    trial_written.set_by,
    trial_written.act_key
   FROM public.trial_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = trial_written.act_key))));

CREATE TABLE public.trial_end_written (
    trial_id bigint NOT NULL,
    outcome text NOT NULL,
    reason text NOT NULL,
    old_line bigint,
    new_line bigint,
    ended_on date NOT NULL,
    ended_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL,
    CONSTRAINT trial_end_has_a_reason CHECK ((length(TRIM(BOTH FROM reason)) > 0)),
    CONSTRAINT trial_outcome_is_known CHECK ((outcome = ANY (ARRAY['released'::text, 'renamed'::text, 'discarded'::text]))),
    CONSTRAINT trial_renamed_to_a_line CHECK (((outcome = 'renamed'::text) = (new_line IS NOT NULL)))
);
ALTER TABLE ONLY public.trial_end_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.trial_end AS
 SELECT trial_end_written.trial_id,
    trial_end_written.outcome,
    trial_end_written.reason,
    trial_end_written.old_line,
    trial_end_written.new_line,
    trial_end_written.ended_on,
    trial_end_written.ended_by,
    trial_end_written.act_key
   FROM public.trial_end_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = trial_end_written.act_key))));

ALTER TABLE public.trial_end_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.trial_end_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.trial_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.trial_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.want_state_written (
    id bigint NOT NULL,
    line_id bigint NOT NULL,
    state text NOT NULL,
    whom text,
    written_on date NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT want_state_is_known CHECK ((state = ANY (ARRAY['open'::text, 'asked'::text, 'ordered'::text, 'arrived'::text])))
);
ALTER TABLE ONLY public.want_state_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.want_state AS
 SELECT DISTINCT ON (want_state_written.line_id) want_state_written.id,
    want_state_written.line_id,
    want_state_written.state,
    want_state_written.whom,
    want_state_written.written_on,
    want_state_written.written_by,
    want_state_written.act_key
   FROM public.want_state_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = want_state_written.act_key))))
  ORDER BY want_state_written.line_id, want_state_written.id DESC;

ALTER TABLE public.want_state_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.want_state_written_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.warm_up_written (
    id bigint NOT NULL,
    lot_id bigint NOT NULL,
    container text NOT NULL,
    from_celsius numeric NOT NULL,
    taken_out_at timestamp with time zone NOT NULL,
    opens_at timestamp with time zone NOT NULL,
    taken_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT warm_up_from_is_cold CHECK (((from_celsius >= ('-40'::integer)::numeric) AND (from_celsius <= (25)::numeric))),
    CONSTRAINT warm_up_takes_time CHECK ((opens_at >= taken_out_at))
);
ALTER TABLE ONLY public.warm_up_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.warm_up AS
 SELECT warm_up_written.id,
    warm_up_written.lot_id,
    warm_up_written.container,
    warm_up_written.from_celsius,
    warm_up_written.taken_out_at,
    warm_up_written.opens_at,
    warm_up_written.taken_by,
    warm_up_written.act_key
   FROM public.warm_up_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = warm_up_written.act_key))));

CREATE TABLE public.warm_up_end_written (
    warm_up_id bigint NOT NULL,
    opened_at timestamp with time zone NOT NULL,
    early boolean NOT NULL,
    opened_by bigint,
    act_key uuid NOT NULL,
    id bigint NOT NULL
);
ALTER TABLE ONLY public.warm_up_end_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.warm_up_end AS
 SELECT warm_up_end_written.warm_up_id,
    warm_up_end_written.opened_at,
    warm_up_end_written.early,
    warm_up_end_written.opened_by,
    warm_up_end_written.act_key
   FROM public.warm_up_end_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = warm_up_end_written.act_key))));

ALTER TABLE public.warm_up_end_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.warm_up_end_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE public.warm_up_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.warm_up_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.weighing_written (
    id bigint NOT NULL,
    batch_id bigint NOT NULL,
    milligrams bigint NOT NULL,
    scale_error bigint NOT NULL,
    typed text NOT NULL,
    heavier text,
    weighed_at timestamp with time zone NOT NULL,
    written_by bigint,
    act_key uuid NOT NULL,
    CONSTRAINT weighing_above_zero CHECK ((milligrams > 0)),
    CONSTRAINT weighing_error_above_zero CHECK ((scale_error > 0)),
    CONSTRAINT weighing_heavier_is_known CHECK ((heavier = ANY (ARRAY['the scale was bumped'::text, 'something was added'::text, 'it took up damp'::text, 'some was taken out'::text])))
);
ALTER TABLE ONLY public.weighing_written ALTER COLUMN act_key SET (n_distinct=-1);

CREATE VIEW public.weighing AS
 SELECT weighing_written.id,
    weighing_written.batch_id,
    weighing_written.milligrams,
    weighing_written.scale_error,
    weighing_written.typed,
    weighing_written.heavier,
    weighing_written.weighed_at,
    weighing_written.written_by,
    weighing_written.act_key
   FROM public.weighing_written
  WHERE (NOT (EXISTS ( SELECT
           FROM public.undone
          WHERE (undone.act_key = weighing_written.act_key))));

ALTER TABLE public.weighing_written ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.weighing_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.wrong_try (
    id bigint NOT NULL,
    who text NOT NULL,
    at timestamp with time zone NOT NULL
);

COMMENT ON COLUMN public.wrong_try.who IS 'a digest of the name that was tried';

ALTER TABLE public.wrong_try ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.wrong_try_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_person_id_key UNIQUE (person_id);

ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.act
    ADD CONSTRAINT act_pkey PRIMARY KEY (key);

ALTER TABLE ONLY public.air_reading_written
    ADD CONSTRAINT air_reading_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.batch_check_written
    ADD CONSTRAINT batch_check_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.batch_end_written
    ADD CONSTRAINT batch_end_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.batch_written
    ADD CONSTRAINT batch_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.batch_step_written
    ADD CONSTRAINT batch_step_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.batch_step_written
    ADD CONSTRAINT batch_turn_taken_once UNIQUE (batch_id, turn);

ALTER TABLE ONLY public.blend
    ADD CONSTRAINT blend_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.calendar_feed
    ADD CONSTRAINT calendar_feed_pkey PRIMARY KEY (token_hash);

ALTER TABLE ONLY public.caution_seen
    ADD CONSTRAINT caution_seen_pkey PRIMARY KEY (batch_id, person_id, caution);

ALTER TABLE ONLY public.check_photo
    ADD CONSTRAINT check_photo_pkey PRIMARY KEY (check_id);

ALTER TABLE ONLY public.container
    ADD CONSTRAINT container_pkey PRIMARY KEY (name);

ALTER TABLE ONLY public.crop_override
    ADD CONSTRAINT crop_override_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.crop
    ADD CONSTRAINT crop_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.crossing_group
    ADD CONSTRAINT crossing_group_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.donor_address
    ADD CONSTRAINT donor_address_pkey PRIMARY KEY (token_hash);

ALTER TABLE ONLY public.draft
    ADD CONSTRAINT draft_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.emergence_written
    ADD CONSTRAINT emergence_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_instead_of_key UNIQUE (instead_of);

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.free_text
    ADD CONSTRAINT free_text_pkey PRIMARY KEY (table_name, column_name);

ALTER TABLE ONLY public.garden_bloom
    ADD CONSTRAINT garden_bloom_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.garden_distance
    ADD CONSTRAINT garden_distance_pkey PRIMARY KEY (one_id, other_id);

ALTER TABLE ONLY public.garden
    ADD CONSTRAINT garden_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.germination_test_written
    ADD CONSTRAINT germination_test_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.gift_told_written
    ADD CONSTRAINT gift_told_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.gift_written
    ADD CONSTRAINT gift_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.glossary
    ADD CONSTRAINT glossary_pkey PRIMARY KEY (word);

ALTER TABLE ONLY public.grow_out_entry_written
    ADD CONSTRAINT grow_out_entry_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.grow_out_photo
    ADD CONSTRAINT grow_out_photo_pkey PRIMARY KEY (entry_id);

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.grow_out_written
    ADD CONSTRAINT grow_out_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.grower_terms
    ADD CONSTRAINT grower_terms_pkey PRIMARY KEY (person_id);

ALTER TABLE ONLY public.hold_lift_written
    ADD CONSTRAINT hold_lift_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.hold_written
    ADD CONSTRAINT hold_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.holding
    ADD CONSTRAINT holding_id_lot_id_key UNIQUE (id, lot_id);

ALTER TABLE ONLY public.holding
    ADD CONSTRAINT holding_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.house
    ADD CONSTRAINT house_pkey PRIMARY KEY (the_one);

ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_act_key_key UNIQUE (act_key);

ALTER TABLE ONLY public.import_columns
    ADD CONSTRAINT import_columns_pkey PRIMARY KEY (heads);

ALTER TABLE ONLY public.import_made
    ADD CONSTRAINT import_made_pkey PRIMARY KEY (act_key, what, of_id, name);

ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.import_row
    ADD CONSTRAINT import_row_pkey PRIMARY KEY (import_id, sheet, at);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_pkey PRIMARY KEY (act_key, sheet, at);

ALTER TABLE ONLY public.incident_written
    ADD CONSTRAINT incident_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.keeper_written
    ADD CONSTRAINT keeper_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.known_device
    ADD CONSTRAINT known_device_pkey PRIMARY KEY (token_hash, account_id);

ALTER TABLE ONLY public.kysely_migration_lock
    ADD CONSTRAINT kysely_migration_lock_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.kysely_migration
    ADD CONSTRAINT kysely_migration_pkey PRIMARY KEY (name);

ALTER TABLE ONLY public.label_stale
    ADD CONSTRAINT label_stale_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.label_untrue
    ADD CONSTRAINT label_untrue_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.line_alias
    ADD CONSTRAINT line_alias_pkey PRIMARY KEY (line_id, name);

ALTER TABLE ONLY public.line
    ADD CONSTRAINT line_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.line_risk
    ADD CONSTRAINT line_risk_pkey PRIMARY KEY (line_id);

ALTER TABLE ONLY public.listing_written
    ADD CONSTRAINT listing_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.loan_answer_written
    ADD CONSTRAINT loan_answer_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.loan_close_written
    ADD CONSTRAINT loan_close_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.loan_due_written
    ADD CONSTRAINT loan_due_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.loan_written
    ADD CONSTRAINT loan_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.loan_return_written
    ADD CONSTRAINT loan_return_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.loan_told_written
    ADD CONSTRAINT loan_told_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.lot_code_counter
    ADD CONSTRAINT lot_code_counter_pkey PRIMARY KEY (year);

ALTER TABLE ONLY public.lot_written
    ADD CONSTRAINT lot_code_once UNIQUE (code);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.lot_label_written
    ADD CONSTRAINT lot_label_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.lot_origin_written
    ADD CONSTRAINT lot_origin_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.lot_outlook
    ADD CONSTRAINT lot_outlook_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.lot_parent
    ADD CONSTRAINT lot_parent_pkey PRIMARY KEY (child_id, parent_id);

ALTER TABLE ONLY public.lot_written
    ADD CONSTRAINT lot_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.lot_promise
    ADD CONSTRAINT lot_promise_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.lot_state
    ADD CONSTRAINT lot_state_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.method_trial_arm_written
    ADD CONSTRAINT method_trial_arm_pkey PRIMARY KEY (trial_id, method);

ALTER TABLE ONLY public.method_trial_end_written
    ADD CONSTRAINT method_trial_end_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.method_trial_written
    ADD CONSTRAINT method_trial_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.one_time_link
    ADD CONSTRAINT one_time_link_pkey PRIMARY KEY (token_hash);

ALTER TABLE ONLY public.open_loan
    ADD CONSTRAINT open_loan_pkey PRIMARY KEY (loan_id);

ALTER TABLE ONLY public.outlook_stale
    ADD CONSTRAINT outlook_stale_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.parked_form
    ADD CONSTRAINT parked_form_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.passport_written
    ADD CONSTRAINT passport_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.place_climate_written
    ADD CONSTRAINT place_climate_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.place
    ADD CONSTRAINT place_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.planned_test
    ADD CONSTRAINT planned_test_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.plot
    ADD CONSTRAINT plot_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.potted_written
    ADD CONSTRAINT potted_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.promise_stale
    ADD CONSTRAINT promise_stale_pkey PRIMARY KEY (lot_id);

ALTER TABLE ONLY public.purity_card_written
    ADD CONSTRAINT purity_card_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.quick_look_written
    ADD CONSTRAINT quick_look_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.recall_heard_written
    ADD CONSTRAINT recall_heard_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.recall_told_written
    ADD CONSTRAINT recall_told_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.recipe_end
    ADD CONSTRAINT recipe_end_pkey PRIMARY KEY (recipe_id);

ALTER TABLE ONLY public.recipe
    ADD CONSTRAINT recipe_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.report_written
    ADD CONSTRAINT report_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.risk_stale
    ADD CONSTRAINT risk_stale_pkey PRIMARY KEY (line_id);

ALTER TABLE ONLY public.room_air
    ADD CONSTRAINT room_air_pkey PRIMARY KEY (slot);

ALTER TABLE ONLY public.season_plan
    ADD CONSTRAINT season_plan_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.season_plan
    ADD CONSTRAINT season_plan_version_once UNIQUE (year, version);

ALTER TABLE ONLY public.seed_mark_written
    ADD CONSTRAINT seed_mark_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_pkey PRIMARY KEY (token_hash);

ALTER TABLE ONLY public.test_bench
    ADD CONSTRAINT test_bench_pkey PRIMARY KEY (the_one);

ALTER TABLE ONLY public.test_check_written
    ADD CONSTRAINT test_check_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.test_ending_written
    ADD CONSTRAINT test_ending_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.test_photo
    ADD CONSTRAINT test_photo_pkey PRIMARY KEY (check_id);

ALTER TABLE ONLY public.test_reopening_written
    ADD CONSTRAINT test_reopening_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.test_towel_written
    ADD CONSTRAINT test_towel_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.towel_claim
    ADD CONSTRAINT towel_claim_pkey PRIMARY KEY (test_id);

ALTER TABLE ONLY public.treatment_opening_written
    ADD CONSTRAINT treatment_opening_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.treatment_written
    ADD CONSTRAINT treatment_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.trial_written
    ADD CONSTRAINT trial_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.undone
    ADD CONSTRAINT undoing_of_one_act UNIQUE (by_act);

ALTER TABLE ONLY public.undone
    ADD CONSTRAINT undone_pkey PRIMARY KEY (act_key);

ALTER TABLE ONLY public.want_state_written
    ADD CONSTRAINT want_state_written_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.warm_up_end_written
    ADD CONSTRAINT warm_up_end_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.warm_up_written
    ADD CONSTRAINT warm_up_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.weighing_written
    ADD CONSTRAINT weighing_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.wrong_try
    ADD CONSTRAINT wrong_try_pkey PRIMARY KEY (id);

CREATE UNIQUE INDEX account_email_once ON public.account USING btree (lower(email));

CREATE INDEX act_of_account ON public.act USING btree (account_id, written_at DESC);

CREATE INDEX act_of_backup ON public.act USING btree (written_at DESC) WHERE (kind = 'backup made'::text);

CREATE INDEX act_searched ON public.act USING gin (searched public.gin_trgm_ops);

CREATE INDEX act_written ON public.act USING btree (written_at DESC);

CREATE INDEX air_of_batch ON public.air_reading_written USING btree (batch_id, read_at DESC);

CREATE INDEX air_reading_act ON public.air_reading_written USING btree (act_key);

CREATE INDEX alias_name_trgm ON public.line_alias USING gin (name public.gin_trgm_ops);

CREATE INDEX batch_check_act ON public.batch_check_written USING btree (act_key);

CREATE INDEX batch_end_act ON public.batch_end_written USING btree (act_key);

CREATE INDEX batch_end_of ON public.batch_end_written USING btree (batch_id);

CREATE INDEX batch_of_act ON public.batch_written USING btree (act_key);

CREATE INDEX batch_of_lot ON public.batch_written USING btree (lot_id);

CREATE INDEX check_of_batch ON public.batch_check_written USING btree (batch_id);

CREATE INDEX check_of_test ON public.test_check_written USING btree (test_id, id);

CREATE INDEX climate_of_place ON public.place_climate_written USING btree (place_id, since);

CREATE INDEX close_of_act ON public.loan_close_written USING btree (act_key);

CREATE INDEX close_of_loan ON public.loan_close_written USING btree (loan_id);

CREATE INDEX crop_like ON public.crop USING btree (like_id) WHERE (like_id IS NOT NULL);

CREATE INDEX distance_from_other ON public.garden_distance USING btree (other_id);

CREATE INDEX donor_address_by_person ON public.donor_address USING btree (person_id);

CREATE UNIQUE INDEX donor_address_of_person ON public.donor_address USING btree (person_id) WHERE (revoked_at IS NULL);

CREATE INDEX draft_dropped ON public.draft USING btree (dropped_by_act) WHERE (dropped_by_act IS NOT NULL);

CREATE INDEX draft_of_account ON public.draft USING btree (account_id);

CREATE INDEX draft_of_grow_out ON public.draft USING btree (grow_out_id) WHERE (grow_out_id IS NOT NULL);

CREATE INDEX draft_of_loan ON public.draft USING btree (loan_id);

CREATE INDEX draft_saved ON public.draft USING btree (saved_at DESC);

CREATE INDEX emergence_act ON public.emergence_written USING btree (act_key);

CREATE INDEX emergence_of_lot ON public.emergence_written USING btree (lot_id);

CREATE INDEX ending_of_test ON public.test_ending_written USING btree (test_id);

CREATE INDEX entry_of_grow_out ON public.grow_out_entry_written USING btree (grow_out_id);

CREATE INDEX evidence_of_act ON public.evidence_written USING btree (act_key);

CREATE INDEX evidence_of_lot ON public.evidence_written USING btree (lot_id);

CREATE UNIQUE INDEX feed_of_account ON public.calendar_feed USING btree (account_id) WHERE (revoked_at IS NULL);

CREATE INDEX garden_bloom_act ON public.garden_bloom USING btree (act_key);

CREATE INDEX garden_bloom_of_crop ON public.garden_bloom USING btree (crop_id);

CREATE INDEX garden_bloom_of_garden ON public.garden_bloom USING btree (garden_id, year);

CREATE UNIQUE INDEX garden_name_once_per_person ON public.garden USING btree (COALESCE(person_id, (0)::bigint), lower(name));

CREATE INDEX garden_of_person ON public.garden USING btree (person_id);

CREATE INDEX garden_point ON public.garden USING btree (latitude, longitude) WHERE (latitude IS NOT NULL);

CREATE INDEX germination_test_act ON public.germination_test_written USING btree (act_key);

CREATE INDEX gift_act ON public.gift_written USING btree (act_key);

CREATE INDEX gift_of ON public.gift_written USING btree (lot_id);

CREATE INDEX gift_receiver ON public.gift_written USING btree (public.search_key(receiver)) WHERE is_library;

CREATE INDEX gift_told_act ON public.gift_told_written USING btree (act_key);

CREATE INDEX gift_told_gift ON public.gift_told_written USING btree (gift_id);

CREATE INDEX gift_told_of ON public.gift_told_written USING btree (hold_id, gift_id);

CREATE INDEX grow_out_act ON public.grow_out_written USING btree (act_key);

CREATE INDEX grow_out_ended ON public.grow_out_step_written USING btree (grow_out_id) WHERE (step = ANY (ARRAY['dropped'::text, 'failed'::text, 'back'::text]));

CREATE INDEX grow_out_entry_act ON public.grow_out_entry_written USING btree (act_key);

CREATE INDEX grow_out_entry_instead_of ON public.grow_out_entry_written USING btree (instead_of) WHERE (instead_of IS NOT NULL);

CREATE INDEX grow_out_of_lot ON public.grow_out_written USING btree (lot_id);

CREATE INDEX grow_out_photo_act ON public.grow_out_photo USING btree (act_key);

CREATE INDEX grow_out_place_act ON public.grow_out_place_written USING btree (act_key);

CREATE INDEX grow_out_place_of_garden ON public.grow_out_place_written USING btree (garden_id);

CREATE INDEX grow_out_place_of_plot ON public.grow_out_place_written USING btree (plot_id);

CREATE INDEX grow_out_step_act ON public.grow_out_step_written USING btree (act_key);

CREATE INDEX grow_out_step_of_grower ON public.grow_out_step_written USING btree (grower_id);

CREATE INDEX grow_out_step_of_lot ON public.grow_out_step_written USING btree (lot_id) WHERE (lot_id IS NOT NULL);

CREATE INDEX hold_of_act ON public.hold_written USING btree (act_key);

CREATE INDEX hold_of_lot ON public.hold_written USING btree (lot_id);

CREATE INDEX holding_at_place ON public.holding USING btree (place_id);

CREATE INDEX holding_in_container ON public.holding USING btree (container);

CREATE INDEX holding_of_lot ON public.holding USING btree (lot_id);

CREATE INDEX import_of_account ON public.import USING btree (account_id, changed_at DESC);

CREATE INDEX import_undone_by ON public.import USING btree (undo_account) WHERE (undo_account IS NOT NULL);

CREATE INDEX import_waiting ON public.import USING btree (changed_at) WHERE (state = ANY (ARRAY['to read'::text, 'to review'::text, 'to write'::text, 'to undo'::text]));

CREATE INDEX imported_row_line ON public.imported_row_written USING btree (line_id) WHERE (line_id IS NOT NULL);

CREATE INDEX imported_row_loan ON public.imported_row_written USING btree (loan_id) WHERE (loan_id IS NOT NULL);

CREATE INDEX imported_row_lot ON public.imported_row_written USING btree (lot_id) WHERE (lot_id IS NOT NULL);

CREATE INDEX imported_row_person ON public.imported_row_written USING btree (person_id) WHERE (person_id IS NOT NULL);

CREATE INDEX imported_row_place ON public.imported_row_written USING btree (place_id) WHERE (place_id IS NOT NULL);

CREATE INDEX imported_row_print ON public.imported_row_written USING btree (print);

CREATE INDEX imported_row_test ON public.imported_row_written USING btree (test_id) WHERE (test_id IS NOT NULL);

CREATE INDEX incident_act ON public.incident_written USING btree (act_key);

CREATE INDEX incident_of_lot ON public.incident_written USING btree (lot_id);

CREATE INDEX keeper_act ON public.keeper_written USING btree (act_key);

CREATE INDEX keeper_of_place ON public.keeper_written USING btree (place_id, id DESC);

CREATE INDEX keeper_person ON public.keeper_written USING btree (keeper_id);

CREATE INDEX keeper_writer ON public.keeper_written USING btree (written_by);

CREATE INDEX known_device_of ON public.known_device USING btree (account_id);

CREATE INDEX lift_of_act ON public.hold_lift_written USING btree (act_key);

CREATE INDEX lift_of_hold ON public.hold_lift_written USING btree (hold_id);

CREATE INDEX line_name_key ON public.line USING gin (public.search_key(name) public.gin_trgm_ops);

CREATE UNIQUE INDEX line_name_once_per_crop ON public.line USING btree (crop_id, lower(name));

CREATE INDEX line_name_trgm ON public.line USING gin (name public.gin_trgm_ops);

CREATE INDEX line_of_crop ON public.line USING btree (crop_id, name);

CREATE INDEX line_risk_first ON public.line_risk USING btree (worth DESC, line_id);

CREATE INDEX line_risk_oldest ON public.line_risk USING btree (reckoned_on);

CREATE INDEX line_risk_worst ON public.line_risk USING btree (risk DESC, line_id);

CREATE INDEX link_of_account ON public.one_time_link USING btree (account_id);

CREATE INDEX listing_act ON public.listing_written USING btree (act_key);

CREATE INDEX listing_of ON public.listing_written USING btree (library_key, id DESC);

CREATE INDEX loan_answer_act ON public.loan_answer_written USING btree (act_key);

CREATE INDEX loan_answer_of ON public.loan_answer_written USING btree (told_id);

CREATE INDEX loan_due_act ON public.loan_due_written USING btree (act_key);

CREATE INDEX loan_due_of ON public.loan_due_written USING btree (loan_id, id DESC);

CREATE INDEX loan_of_act ON public.loan_written USING btree (act_key);

CREATE INDEX loan_of_lot ON public.loan_written USING btree (lot_id);

CREATE INDEX loan_of_member ON public.loan_written USING btree (member_id);

CREATE INDEX loan_told_act ON public.loan_told_written USING btree (act_key);

CREATE INDEX loan_told_of ON public.loan_told_written USING btree (loan_id);

CREATE INDEX lot_by_germination ON public.lot_state USING btree (germination, lot_id);

CREATE INDEX lot_by_harvest ON public.lot_written USING btree (harvested DESC NULLS LAST, id DESC);

CREATE INDEX lot_by_shelf ON public.lot_written USING btree (shelf_key, id DESC);

CREATE INDEX lot_by_taken_in ON public.lot_written USING btree (taken_in_on DESC, id DESC);

CREATE INDEX lot_children ON public.lot_parent USING btree (parent_id);

CREATE INDEX lot_correction_act ON public.lot_correction_written USING btree (act_key);

CREATE INDEX lot_correction_from_donor ON public.lot_correction_written USING btree (old_donor);

CREATE INDEX lot_correction_from_garden ON public.lot_correction_written USING btree (old_garden);

CREATE INDEX lot_correction_from_line ON public.lot_correction_written USING btree (old_line);

CREATE INDEX lot_correction_of_lot ON public.lot_correction_written USING btree (lot_id, id DESC);

CREATE INDEX lot_correction_to_donor ON public.lot_correction_written USING btree (new_donor);

CREATE INDEX lot_correction_to_garden ON public.lot_correction_written USING btree (new_garden);

CREATE INDEX lot_correction_to_line ON public.lot_correction_written USING btree (new_line);

CREATE INDEX lot_label_act ON public.lot_label_written USING btree (act_key);

CREATE INDEX lot_label_of_lot ON public.lot_label_written USING btree (lot_id, id DESC);

CREATE INDEX lot_label_writer ON public.lot_label_written USING btree (written_by);

CREATE INDEX lot_next_test ON public.lot_state USING btree (next_test_on, lot_id);

CREATE INDEX lot_of_act ON public.lot_written USING btree (act_key);

CREATE INDEX lot_of_donor ON public.lot_written USING btree (donor_id);

CREATE INDEX lot_of_garden ON public.lot_written USING btree (garden_id);

CREATE INDEX lot_of_line ON public.lot_written USING btree (line_id);

CREATE INDEX lot_origin_act ON public.lot_origin_written USING btree (act_key);

CREATE INDEX lot_origin_code ON public.lot_origin_written USING btree (lower(code));

CREATE INDEX lot_origin_library ON public.lot_origin_written USING btree (public.search_key(library)) WHERE (library IS NOT NULL);

CREATE INDEX lot_origin_of ON public.lot_origin_written USING btree (lot_id, id DESC);

CREATE INDEX lot_search_key ON public.lot_written USING gin (public.search_key(search_text) public.gin_trgm_ops);

CREATE INDEX mark_of_check ON public.seed_mark_written USING btree (check_id);

CREATE INDEX mark_of_test ON public.seed_mark_written USING btree (test_id, id);

CREATE INDEX method_trial_act ON public.method_trial_written USING btree (act_key);

CREATE INDEX method_trial_arm_act ON public.method_trial_arm_written USING btree (act_key);

CREATE INDEX method_trial_end_act ON public.method_trial_end_written USING btree (act_key);

CREATE INDEX method_trial_end_of ON public.method_trial_end_written USING btree (trial_id);

CREATE INDEX method_trial_of_lot ON public.method_trial_written USING btree (lot_id);

CREATE INDEX movement_from ON public.movement USING btree (from_holding) WHERE (from_holding IS NOT NULL);

CREATE INDEX movement_in_or_lost ON public.movement USING btree (happened_on) WHERE ((from_outside IS NOT NULL) OR (to_outside = 'waste'::text) OR (kind = 'missing'::text));

CREATE INDEX movement_of_act ON public.movement USING btree (act_key);

CREATE INDEX movement_of_lot ON public.movement USING btree (lot_id, id);

CREATE INDEX movement_to ON public.movement USING btree (to_holding) WHERE (to_holding IS NOT NULL);

CREATE INDEX open_loan_due ON public.open_loan USING btree (due_on, loan_id);

CREATE INDEX outlook_by_day ON public.lot_outlook USING btree (reckoned_on);

CREATE INDEX override_of_crop ON public.crop_override USING btree (crop_id, fact, id DESC);

CREATE INDEX parked_form_of_account ON public.parked_form USING btree (account_id);

CREATE INDEX passport_act ON public.passport_written USING btree (act_key);

CREATE INDEX passport_of_lot ON public.passport_written USING btree (lot_id, id DESC);

CREATE INDEX person_name_key ON public.person USING gin (public.search_key(name) public.gin_trgm_ops);

CREATE INDEX person_name_trgm ON public.person USING gin (name public.gin_trgm_ops);

CREATE INDEX place_climate_act ON public.place_climate_written USING btree (act_key);

CREATE UNIQUE INDEX place_name_once ON public.place USING btree (lower(name));

CREATE INDEX place_of_grow_out ON public.grow_out_place_written USING btree (grow_out_id);

CREATE UNIQUE INDEX place_of_logger ON public.place USING btree (has_logger) WHERE has_logger;

CREATE INDEX planned_by_week ON public.planned_test USING btree (week);

CREATE UNIQUE INDEX plot_name_once_per_garden ON public.plot USING btree (garden_id, lower(name));

CREATE INDEX potted_act ON public.potted_written USING btree (act_key);

CREATE INDEX potted_of_test ON public.potted_written USING btree (test_id);

CREATE INDEX promise_by_kind ON public.lot_promise USING btree (promise);

CREATE INDEX purity_card_act ON public.purity_card_written USING btree (act_key);

CREATE INDEX purity_of_lot ON public.purity_card_written USING btree (lot_id, id DESC);

CREATE INDEX quick_look_act ON public.quick_look_written USING btree (act_key);

CREATE INDEX quick_look_of_lot ON public.quick_look_written USING btree (lot_id);

CREATE INDEX recall_heard_act ON public.recall_heard_written USING btree (act_key);

CREATE INDEX recall_heard_library ON public.recall_heard_written USING btree (public.search_key(library));

CREATE INDEX recall_told_act ON public.recall_told_written USING btree (act_key);

CREATE INDEX recall_told_member ON public.recall_told_written USING btree (member_id);

CREATE INDEX recall_told_of ON public.recall_told_written USING btree (hold_id, member_id);

CREATE INDEX report_act ON public.report_written USING btree (act_key);

CREATE INDEX report_by_person ON public.report_written USING btree (person_id);

CREATE INDEX report_of_lot ON public.report_written USING btree (lot_id);

CREATE INDEX return_of_act ON public.loan_return_written USING btree (act_key);

CREATE INDEX return_of_loan ON public.loan_return_written USING btree (loan_id);

CREATE INDEX room_air_by_time ON public.room_air USING btree (read_at DESC);

CREATE INDEX season_plan_act ON public.season_plan USING btree (act_key);

CREATE INDEX season_plan_saver ON public.season_plan USING btree (saved_by);

CREATE INDEX session_by_end ON public.session USING btree (expires_at);

CREATE INDEX session_of_account ON public.session USING btree (account_id);

CREATE INDEX session_worker ON public.session USING btree (worker_id) WHERE (worker_id IS NOT NULL);

CREATE INDEX step_of_act ON public.batch_step_written USING btree (act_key);

CREATE INDEX step_of_grow_out ON public.grow_out_step_written USING btree (grow_out_id);

CREATE INDEX test_check_act ON public.test_check_written USING btree (act_key);

CREATE INDEX test_ended ON public.test_ending_written USING btree (ended_on DESC, test_id DESC);

CREATE INDEX test_ending_act ON public.test_ending_written USING btree (act_key);

CREATE INDEX test_of_lot ON public.germination_test_written USING btree (lot_id);

CREATE INDEX test_of_series ON public.germination_test_written USING btree (series_of) WHERE (series_of IS NOT NULL);

CREATE INDEX test_open ON public.germination_test_written USING btree (next_count_on) WHERE (next_count_on IS NOT NULL);

CREATE INDEX test_reopening_act ON public.test_reopening_written USING btree (act_key);

CREATE INDEX test_reopening_of ON public.test_reopening_written USING btree (ending_id);

CREATE INDEX test_towel_act ON public.test_towel_written USING btree (act_key);

CREATE INDEX towel_claim_by ON public.towel_claim USING btree (account_id);

CREATE INDEX towel_of_test ON public.test_towel_written USING btree (test_id, replicate, id);

CREATE INDEX treatment_act ON public.treatment_written USING btree (act_key);

CREATE INDEX treatment_of_lot ON public.treatment_written USING btree (lot_id);

CREATE INDEX treatment_opening_act ON public.treatment_opening_written USING btree (act_key);

CREATE INDEX treatment_opening_of ON public.treatment_opening_written USING btree (treatment_id);

CREATE INDEX trial_act ON public.trial_written USING btree (act_key);

CREATE INDEX trial_arm_of_lot ON public.method_trial_arm_written USING btree (lot_id);

CREATE INDEX trial_end_act ON public.trial_end_written USING btree (act_key);

CREATE INDEX trial_end_from_line ON public.trial_end_written USING btree (old_line);

CREATE INDEX trial_end_of ON public.trial_end_written USING btree (trial_id);

CREATE INDEX trial_end_to_line ON public.trial_end_written USING btree (new_line);

CREATE INDEX trial_of_lot ON public.trial_written USING btree (lot_id);

CREATE INDEX want_state_act ON public.want_state_written USING btree (act_key);

CREATE INDEX want_state_of ON public.want_state_written USING btree (line_id, id DESC);

CREATE INDEX warm_up_act ON public.warm_up_written USING btree (act_key);

CREATE INDEX warm_up_end_act ON public.warm_up_end_written USING btree (act_key);

CREATE INDEX warm_up_end_of ON public.warm_up_end_written USING btree (warm_up_id);

CREATE INDEX warm_up_in_container ON public.warm_up_written USING btree (container);

CREATE INDEX warm_up_of_lot ON public.warm_up_written USING btree (lot_id);

CREATE INDEX weighing_of_act ON public.weighing_written USING btree (act_key);

CREATE INDEX weighing_of_batch ON public.weighing_written USING btree (batch_id, weighed_at);

CREATE INDEX wrong_try_who ON public.wrong_try USING btree (who, at);

CREATE TRIGGER act_unchanging BEFORE DELETE OR UPDATE ON public.act FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER act_untruncated BEFORE TRUNCATE ON public.act FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER air_reading_unchanging BEFORE DELETE OR UPDATE ON public.air_reading_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER air_reading_untruncated BEFORE TRUNCATE ON public.air_reading_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_check_unchanging BEFORE DELETE OR UPDATE ON public.batch_check_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_check_untruncated BEFORE TRUNCATE ON public.batch_check_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_end_unchanging BEFORE DELETE OR UPDATE ON public.batch_end_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_end_untruncated BEFORE TRUNCATE ON public.batch_end_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_ends_once BEFORE INSERT ON public.batch_end_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('batch_end', 'batch_id', 'batch_ends_once');

CREATE TRIGGER batch_step_unchanging BEFORE DELETE OR UPDATE ON public.batch_step_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_step_untruncated BEFORE TRUNCATE ON public.batch_step_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_unchanging BEFORE DELETE OR UPDATE ON public.batch_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER batch_untruncated BEFORE TRUNCATE ON public.batch_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER blend_unchanging BEFORE DELETE OR UPDATE ON public.blend FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER blend_untruncated BEFORE TRUNCATE ON public.blend FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER blending_is_allowed BEFORE INSERT ON public.movement FOR EACH ROW WHEN (((new.kind = 'blended'::text) AND (new.from_holding IS NOT NULL))) EXECUTE FUNCTION public.check_blending();

CREATE TRIGGER caution_seen_unchanging BEFORE DELETE OR UPDATE ON public.caution_seen FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER caution_seen_untruncated BEFORE TRUNCATE ON public.caution_seen FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER check_of_open_batch BEFORE INSERT ON public.batch_check_written FOR EACH ROW EXECUTE FUNCTION public.check_batch_open();

CREATE TRIGGER check_photo_unchanging BEFORE DELETE OR UPDATE ON public.check_photo FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER check_photo_untruncated BEFORE TRUNCATE ON public.check_photo FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER close_is_possible BEFORE INSERT ON public.loan_close_written FOR EACH ROW EXECUTE FUNCTION public.check_close();

CREATE TRIGGER crop_keeps_shelf_keys AFTER UPDATE OF name ON public.crop FOR EACH ROW WHEN ((old.name <> new.name)) EXECUTE FUNCTION public.keep_shelf_keys();

CREATE TRIGGER crop_override_unchanging BEFORE DELETE OR UPDATE ON public.crop_override FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER crop_override_untruncated BEFORE TRUNCATE ON public.crop_override FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER descent_is_possible BEFORE INSERT ON public.lot_parent FOR EACH ROW EXECUTE FUNCTION public.check_descent();

CREATE TRIGGER emergence_unchanging BEFORE DELETE OR UPDATE ON public.emergence_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER emergence_untruncated BEFORE TRUNCATE ON public.emergence_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER end_is_possible BEFORE INSERT ON public.test_ending_written FOR EACH ROW EXECUTE FUNCTION public.check_end();

CREATE TRIGGER end_of_open_batch BEFORE INSERT ON public.batch_end_written FOR EACH ROW EXECUTE FUNCTION public.check_batch_open();

CREATE TRIGGER evidence_unchanging BEFORE DELETE OR UPDATE ON public.evidence_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER evidence_untruncated BEFORE TRUNCATE ON public.evidence_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER gift_told_written_unchanging BEFORE DELETE OR UPDATE ON public.gift_told_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER gift_told_written_untruncated BEFORE TRUNCATE ON public.gift_told_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER gift_written_unchanging BEFORE DELETE OR UPDATE ON public.gift_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER gift_written_untruncated BEFORE TRUNCATE ON public.gift_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_entry_written_unchanging BEFORE DELETE OR UPDATE ON public.grow_out_entry_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_entry_written_untruncated BEFORE TRUNCATE ON public.grow_out_entry_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_photo_unchanging BEFORE DELETE OR UPDATE ON public.grow_out_photo FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_photo_untruncated BEFORE TRUNCATE ON public.grow_out_photo FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_place_written_unchanging BEFORE DELETE OR UPDATE ON public.grow_out_place_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_place_written_untruncated BEFORE TRUNCATE ON public.grow_out_place_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_step_is_possible BEFORE INSERT ON public.grow_out_step_written FOR EACH ROW EXECUTE FUNCTION public.check_grow_out_step();

CREATE TRIGGER grow_out_step_written_unchanging BEFORE DELETE OR UPDATE ON public.grow_out_step_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_step_written_untruncated BEFORE TRUNCATE ON public.grow_out_step_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_written_unchanging BEFORE DELETE OR UPDATE ON public.grow_out_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER grow_out_written_untruncated BEFORE TRUNCATE ON public.grow_out_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER harvest_is_possible BEFORE UPDATE OF harvested ON public.lot_written FOR EACH ROW EXECUTE FUNCTION public.check_harvest();

CREATE TRIGGER hold_lift_unchanging BEFORE DELETE OR UPDATE ON public.hold_lift_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER hold_lift_untruncated BEFORE TRUNCATE ON public.hold_lift_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER hold_unchanging BEFORE DELETE OR UPDATE ON public.hold_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER hold_untruncated BEFORE TRUNCATE ON public.hold_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER hold_waits_for_lending BEFORE INSERT ON public.hold_written FOR EACH ROW EXECUTE FUNCTION public.lock_held_lot();

CREATE TRIGGER import_made_unchanging BEFORE DELETE OR UPDATE ON public.import_made FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER import_made_untruncated BEFORE TRUNCATE ON public.import_made FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER incident_unchanging BEFORE DELETE OR UPDATE ON public.incident_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER incident_untruncated BEFORE TRUNCATE ON public.incident_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER keeper_written_unchanging BEFORE DELETE OR UPDATE ON public.keeper_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER keeper_written_untruncated BEFORE TRUNCATE ON public.keeper_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER label_of_crop AFTER UPDATE OF name, facts ON public.crop FOR EACH ROW WHEN (((old.name IS DISTINCT FROM new.name) OR ((old.facts -> 'cautions'::text) IS DISTINCT FROM (new.facts -> 'cautions'::text)))) EXECUTE FUNCTION public.look_at_labels_of_crop();

CREATE TRIGGER label_of_first_outlook AFTER INSERT ON public.lot_outlook FOR EACH ROW EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER label_of_first_promise AFTER INSERT ON public.lot_promise FOR EACH ROW EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER label_of_label AFTER INSERT ON public.lot_label_written FOR EACH ROW EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER label_of_line AFTER UPDATE OF name, crop_id ON public.line FOR EACH ROW WHEN (((old.name <> new.name) OR (old.crop_id <> new.crop_id))) EXECUTE FUNCTION public.look_at_labels_of_line();

CREATE TRIGGER label_of_lot AFTER UPDATE OF line_id, kind, treated ON public.lot_written FOR EACH ROW WHEN ((((old.line_id IS DISTINCT FROM new.line_id) OR (old.kind IS DISTINCT FROM new.kind)) OR (old.treated IS DISTINCT FROM new.treated))) EXECUTE FUNCTION public.look_at_label_of_lot();

CREATE TRIGGER label_of_outlook AFTER UPDATE OF median ON public.lot_outlook FOR EACH ROW WHEN ((old.median <> new.median)) EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER label_of_promise AFTER UPDATE OF promise ON public.lot_promise FOR EACH ROW WHEN ((old.promise <> new.promise)) EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER label_of_undone AFTER INSERT ON public.undone FOR EACH ROW EXECUTE FUNCTION public.look_at_labels_of_act();

CREATE TRIGGER label_of_verdict AFTER UPDATE OF verdict ON public.lot_state FOR EACH ROW WHEN ((old.verdict IS DISTINCT FROM new.verdict)) EXECUTE FUNCTION public.look_at_label();

CREATE TRIGGER lift_is_possible BEFORE INSERT ON public.hold_lift_written FOR EACH ROW EXECUTE FUNCTION public.check_lift();

CREATE TRIGGER line_keeps_shelf_keys AFTER UPDATE OF name ON public.line FOR EACH ROW WHEN ((old.name <> new.name)) EXECUTE FUNCTION public.keep_shelf_keys();

CREATE TRIGGER listing_written_unchanging BEFORE DELETE OR UPDATE ON public.listing_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER listing_written_untruncated BEFORE TRUNCATE ON public.listing_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_answer_written_unchanging BEFORE DELETE OR UPDATE ON public.loan_answer_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_answer_written_untruncated BEFORE TRUNCATE ON public.loan_answer_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_answered_once BEFORE INSERT ON public.loan_answer_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('loan_answer', 'told_id', 'loan_answered_once');

CREATE TRIGGER loan_close_unchanging BEFORE DELETE OR UPDATE ON public.loan_close_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_close_untruncated BEFORE TRUNCATE ON public.loan_close_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_closes AFTER INSERT ON public.loan_close_written FOR EACH ROW EXECUTE FUNCTION public.keep_open_loan();

CREATE TRIGGER loan_due_moves AFTER INSERT ON public.loan_due_written FOR EACH ROW EXECUTE FUNCTION public.keep_open_loan_due();

CREATE TRIGGER loan_due_written_unchanging BEFORE DELETE OR UPDATE ON public.loan_due_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_due_written_untruncated BEFORE TRUNCATE ON public.loan_due_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_is_allowed BEFORE INSERT ON public.loan_written FOR EACH ROW EXECUTE FUNCTION public.check_loan();

CREATE TRIGGER loan_opens AFTER INSERT ON public.loan_written FOR EACH ROW EXECUTE FUNCTION public.keep_open_loan();

CREATE TRIGGER loan_return_unchanging BEFORE DELETE OR UPDATE ON public.loan_return_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_return_untruncated BEFORE TRUNCATE ON public.loan_return_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_told_once BEFORE INSERT ON public.loan_told_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('loan_told', 'loan_id', 'loan_told_once');

CREATE TRIGGER loan_told_written_unchanging BEFORE DELETE OR UPDATE ON public.loan_told_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_told_written_untruncated BEFORE TRUNCATE ON public.loan_told_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_unchanging BEFORE DELETE OR UPDATE ON public.loan_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER loan_untruncated BEFORE TRUNCATE ON public.loan_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_correction_written_unchanging BEFORE DELETE OR UPDATE ON public.lot_correction_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_correction_written_untruncated BEFORE TRUNCATE ON public.lot_correction_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_has_a_shelf_key BEFORE INSERT OR UPDATE OF line_id ON public.lot_written FOR EACH ROW EXECUTE FUNCTION public.keep_shelf_key();

CREATE TRIGGER lot_has_a_state AFTER INSERT ON public.lot_written REFERENCING NEW TABLE AS begun FOR EACH STATEMENT EXECUTE FUNCTION public.begin_lot_state();

CREATE TRIGGER lot_label_written_unchanging BEFORE DELETE OR UPDATE ON public.lot_label_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_label_written_untruncated BEFORE TRUNCATE ON public.lot_label_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_origin_written_unchanging BEFORE DELETE OR UPDATE ON public.lot_origin_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_origin_written_untruncated BEFORE TRUNCATE ON public.lot_origin_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_parent_unchanging BEFORE DELETE OR UPDATE ON public.lot_parent FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER lot_parent_untruncated BEFORE TRUNCATE ON public.lot_parent FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER mark_is_possible BEFORE INSERT ON public.seed_mark_written FOR EACH ROW EXECUTE FUNCTION public.check_mark();

CREATE TRIGGER method_trial_arm_unchanging BEFORE DELETE OR UPDATE ON public.method_trial_arm_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER method_trial_arm_untruncated BEFORE TRUNCATE ON public.method_trial_arm_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER method_trial_end_unchanging BEFORE DELETE OR UPDATE ON public.method_trial_end_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER method_trial_end_untruncated BEFORE TRUNCATE ON public.method_trial_end_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER method_trial_ends_once BEFORE INSERT ON public.method_trial_end_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('method_trial_end', 'trial_id', 'method_trial_ends_once');

CREATE TRIGGER method_trial_unchanging BEFORE DELETE OR UPDATE ON public.method_trial_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER method_trial_untruncated BEFORE TRUNCATE ON public.method_trial_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER movement_applies AFTER INSERT ON public.movement REFERENCING NEW TABLE AS moved FOR EACH STATEMENT EXECUTE FUNCTION public.apply_movement();

CREATE TRIGGER movement_unchanging BEFORE DELETE OR UPDATE ON public.movement FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER movement_untruncated BEFORE TRUNCATE ON public.movement FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER passport_unchanging BEFORE DELETE OR UPDATE ON public.passport_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER passport_untruncated BEFORE TRUNCATE ON public.passport_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER place_climate_unchanging BEFORE DELETE OR UPDATE ON public.place_climate_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER place_climate_untruncated BEFORE TRUNCATE ON public.place_climate_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER potted_unchanging BEFORE DELETE OR UPDATE ON public.potted_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER potted_untruncated BEFORE TRUNCATE ON public.potted_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER potting_is_possible BEFORE INSERT ON public.potted_written FOR EACH ROW EXECUTE FUNCTION public.check_potted();

CREATE TRIGGER purity_card_unchanging BEFORE DELETE OR UPDATE ON public.purity_card_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER purity_card_untruncated BEFORE TRUNCATE ON public.purity_card_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER quick_look_unchanging BEFORE DELETE OR UPDATE ON public.quick_look_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER quick_look_untruncated BEFORE TRUNCATE ON public.quick_look_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recall_heard_written_unchanging BEFORE DELETE OR UPDATE ON public.recall_heard_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recall_heard_written_untruncated BEFORE TRUNCATE ON public.recall_heard_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recall_told_written_unchanging BEFORE DELETE OR UPDATE ON public.recall_told_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recall_told_written_untruncated BEFORE TRUNCATE ON public.recall_told_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recipe_end_unchanging BEFORE DELETE OR UPDATE ON public.recipe_end FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recipe_end_untruncated BEFORE TRUNCATE ON public.recipe_end FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recipe_unchanging BEFORE DELETE OR UPDATE ON public.recipe FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER recipe_untruncated BEFORE TRUNCATE ON public.recipe FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER report_unchanging BEFORE DELETE OR UPDATE ON public.report_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER report_untruncated BEFORE TRUNCATE ON public.report_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER room_air_unchanging BEFORE DELETE OR UPDATE ON public.room_air FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER room_air_untruncated BEFORE TRUNCATE ON public.room_air FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER season_plan_unchanging BEFORE DELETE OR UPDATE ON public.season_plan FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER season_plan_untruncated BEFORE TRUNCATE ON public.season_plan FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER seed_mark_unchanging BEFORE DELETE OR UPDATE ON public.seed_mark_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER seed_mark_untruncated BEFORE TRUNCATE ON public.seed_mark_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER step_of_open_batch BEFORE INSERT ON public.batch_step_written FOR EACH ROW EXECUTE FUNCTION public.check_batch_open();

CREATE TRIGGER test_check_unchanging BEFORE DELETE OR UPDATE ON public.test_check_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_check_untruncated BEFORE TRUNCATE ON public.test_check_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_end_unchanging BEFORE DELETE OR UPDATE ON public.test_ending_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_end_untruncated BEFORE TRUNCATE ON public.test_ending_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_photo_unchanging BEFORE DELETE OR UPDATE ON public.test_photo FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_photo_untruncated BEFORE TRUNCATE ON public.test_photo FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_reopened_once BEFORE INSERT ON public.test_reopening_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('test_reopening', 'ending_id', 'test_reopened_once');

CREATE TRIGGER test_reopening_unchanging BEFORE DELETE OR UPDATE ON public.test_reopening_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_reopening_untruncated BEFORE TRUNCATE ON public.test_reopening_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_towel_unchanging BEFORE DELETE OR UPDATE ON public.test_towel_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER test_towel_untruncated BEFORE TRUNCATE ON public.test_towel_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER towel_is_put_right AFTER INSERT ON public.test_towel_written FOR EACH ROW WHEN ((new.reason IS NOT NULL)) EXECUTE FUNCTION public.put_towel_right();

CREATE TRIGGER towels_are_laid AFTER INSERT ON public.germination_test_written FOR EACH ROW EXECUTE FUNCTION public.lay_towels();

CREATE TRIGGER treatment_is_possible BEFORE INSERT ON public.treatment_written FOR EACH ROW EXECUTE FUNCTION public.check_treatment();

CREATE TRIGGER treatment_opened_once BEFORE INSERT ON public.treatment_opening_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('treatment_opening', 'treatment_id', 'treatment_opened_once');

CREATE TRIGGER treatment_opening_unchanging BEFORE DELETE OR UPDATE ON public.treatment_opening_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER treatment_opening_untruncated BEFORE TRUNCATE ON public.treatment_opening_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER treatment_unchanging BEFORE DELETE OR UPDATE ON public.treatment_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER treatment_untruncated BEFORE TRUNCATE ON public.treatment_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER trial_arm_is_one_lot BEFORE INSERT ON public.method_trial_arm_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('method_trial_arm', 'lot_id', 'trial_arm_is_one_lot');

CREATE TRIGGER trial_end_unchanging BEFORE DELETE OR UPDATE ON public.trial_end_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER trial_end_untruncated BEFORE TRUNCATE ON public.trial_end_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER trial_ends_once BEFORE INSERT ON public.trial_end_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('trial_end', 'trial_id', 'trial_ends_once');

CREATE TRIGGER trial_unchanging BEFORE DELETE OR UPDATE ON public.trial_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER trial_untruncated BEFORE TRUNCATE ON public.trial_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER undoing_is_possible BEFORE INSERT ON public.undone FOR EACH ROW EXECUTE FUNCTION public.check_undone();

CREATE TRIGGER undoing_keeps_open_loans AFTER INSERT ON public.undone FOR EACH ROW EXECUTE FUNCTION public.keep_open_after_undo();

CREATE TRIGGER undoing_keeps_tests AFTER INSERT ON public.undone FOR EACH ROW EXECUTE FUNCTION public.keep_tests_after_undo();

CREATE TRIGGER undone_unchanging BEFORE DELETE OR UPDATE ON public.undone FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER undone_untruncated BEFORE TRUNCATE ON public.undone FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER want_state_written_unchanging BEFORE DELETE OR UPDATE ON public.want_state_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER want_state_written_untruncated BEFORE TRUNCATE ON public.want_state_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER warm_up_end_unchanging BEFORE DELETE OR UPDATE ON public.warm_up_end_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER warm_up_end_untruncated BEFORE TRUNCATE ON public.warm_up_end_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER warm_up_ends_once BEFORE INSERT ON public.warm_up_end_written FOR EACH ROW EXECUTE FUNCTION public.happens_once('warm_up_end', 'warm_up_id', 'warm_up_ends_once');

CREATE TRIGGER warm_up_unchanging BEFORE DELETE OR UPDATE ON public.warm_up_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER warm_up_untruncated BEFORE TRUNCATE ON public.warm_up_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER weighing_of_open_batch BEFORE INSERT ON public.weighing_written FOR EACH ROW EXECUTE FUNCTION public.check_batch_open();

CREATE TRIGGER weighing_unchanging BEFORE DELETE OR UPDATE ON public.weighing_written FOR EACH ROW EXECUTE FUNCTION public.refuse_change();

CREATE TRIGGER weighing_untruncated BEFORE TRUNCATE ON public.weighing_written FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.act
    ADD CONSTRAINT act_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.air_reading_written
    ADD CONSTRAINT air_reading_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.air_reading_written
    ADD CONSTRAINT air_reading_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.batch_written
    ADD CONSTRAINT batch_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.batch_check_written
    ADD CONSTRAINT batch_check_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.batch_check_written
    ADD CONSTRAINT batch_check_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.batch_check_written
    ADD CONSTRAINT batch_check_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.batch_end_written
    ADD CONSTRAINT batch_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.batch_end_written
    ADD CONSTRAINT batch_end_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.batch_end_written
    ADD CONSTRAINT batch_end_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.batch_written
    ADD CONSTRAINT batch_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.batch_step_written
    ADD CONSTRAINT batch_step_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.batch_step_written
    ADD CONSTRAINT batch_step_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.batch_step_written
    ADD CONSTRAINT batch_step_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.blend
    ADD CONSTRAINT blend_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.blend
    ADD CONSTRAINT blend_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.calendar_feed
    ADD CONSTRAINT calendar_feed_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.caution_seen
    ADD CONSTRAINT caution_seen_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.caution_seen
    ADD CONSTRAINT caution_seen_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.caution_seen
    ADD CONSTRAINT caution_seen_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.check_photo
    ADD CONSTRAINT check_photo_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.check_photo
    ADD CONSTRAINT check_photo_check_id_fkey FOREIGN KEY (check_id) REFERENCES public.batch_check_written(id);

ALTER TABLE ONLY public.crop
    ADD CONSTRAINT crop_like_id_fkey FOREIGN KEY (like_id) REFERENCES public.crop(id);

ALTER TABLE ONLY public.crop_override
    ADD CONSTRAINT crop_override_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.crop_override
    ADD CONSTRAINT crop_override_crop_id_fkey FOREIGN KEY (crop_id) REFERENCES public.crop(id);

ALTER TABLE ONLY public.crop_override
    ADD CONSTRAINT crop_override_set_by_fkey FOREIGN KEY (set_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.donor_address
    ADD CONSTRAINT donor_address_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.draft
    ADD CONSTRAINT draft_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.draft
    ADD CONSTRAINT draft_dropped_by_act_fkey FOREIGN KEY (dropped_by_act) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.draft
    ADD CONSTRAINT draft_grow_out_id_fkey FOREIGN KEY (grow_out_id) REFERENCES public.grow_out_written(id);

ALTER TABLE ONLY public.draft
    ADD CONSTRAINT draft_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.emergence_written
    ADD CONSTRAINT emergence_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.emergence_written
    ADD CONSTRAINT emergence_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.emergence_written
    ADD CONSTRAINT emergence_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_instead_of_fkey FOREIGN KEY (instead_of) REFERENCES public.evidence_written(id);

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.evidence_written
    ADD CONSTRAINT evidence_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.garden_bloom
    ADD CONSTRAINT garden_bloom_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.garden_bloom
    ADD CONSTRAINT garden_bloom_crop_id_fkey FOREIGN KEY (crop_id) REFERENCES public.crop(id);

ALTER TABLE ONLY public.garden_bloom
    ADD CONSTRAINT garden_bloom_garden_id_fkey FOREIGN KEY (garden_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.garden_distance
    ADD CONSTRAINT garden_distance_one_id_fkey FOREIGN KEY (one_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.garden_distance
    ADD CONSTRAINT garden_distance_other_id_fkey FOREIGN KEY (other_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.garden
    ADD CONSTRAINT garden_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.germination_test_written
    ADD CONSTRAINT germination_test_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.germination_test_written
    ADD CONSTRAINT germination_test_laid_by_fkey FOREIGN KEY (laid_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.germination_test_written
    ADD CONSTRAINT germination_test_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.germination_test_written
    ADD CONSTRAINT germination_test_series_of_fkey FOREIGN KEY (series_of) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.gift_told_written
    ADD CONSTRAINT gift_told_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.gift_told_written
    ADD CONSTRAINT gift_told_written_gift_id_fkey FOREIGN KEY (gift_id) REFERENCES public.gift_written(id);

ALTER TABLE ONLY public.gift_told_written
    ADD CONSTRAINT gift_told_written_hold_id_fkey FOREIGN KEY (hold_id) REFERENCES public.hold_written(id);

ALTER TABLE ONLY public.gift_told_written
    ADD CONSTRAINT gift_told_written_told_by_fkey FOREIGN KEY (told_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.gift_written
    ADD CONSTRAINT gift_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.gift_written
    ADD CONSTRAINT gift_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.grow_out_entry_written
    ADD CONSTRAINT grow_out_entry_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.grow_out_entry_written
    ADD CONSTRAINT grow_out_entry_written_grow_out_id_fkey FOREIGN KEY (grow_out_id) REFERENCES public.grow_out_written(id);

ALTER TABLE ONLY public.grow_out_entry_written
    ADD CONSTRAINT grow_out_entry_written_instead_of_fkey FOREIGN KEY (instead_of) REFERENCES public.grow_out_entry_written(id);

ALTER TABLE ONLY public.grow_out_entry_written
    ADD CONSTRAINT grow_out_entry_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.grow_out_photo
    ADD CONSTRAINT grow_out_photo_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.grow_out_photo
    ADD CONSTRAINT grow_out_photo_entry_id_fkey FOREIGN KEY (entry_id) REFERENCES public.grow_out_entry_written(id);

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_garden_id_fkey FOREIGN KEY (garden_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_grow_out_id_fkey FOREIGN KEY (grow_out_id) REFERENCES public.grow_out_written(id);

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_plot_id_fkey FOREIGN KEY (plot_id) REFERENCES public.plot(id);

ALTER TABLE ONLY public.grow_out_place_written
    ADD CONSTRAINT grow_out_place_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_grow_out_id_fkey FOREIGN KEY (grow_out_id) REFERENCES public.grow_out_written(id);

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_grower_id_fkey FOREIGN KEY (grower_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.grow_out_step_written
    ADD CONSTRAINT grow_out_step_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.grow_out_written
    ADD CONSTRAINT grow_out_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.grow_out_written
    ADD CONSTRAINT grow_out_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.grow_out_written
    ADD CONSTRAINT grow_out_written_proposed_by_fkey FOREIGN KEY (proposed_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.grower_terms
    ADD CONSTRAINT grower_terms_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.hold_written
    ADD CONSTRAINT hold_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.hold_lift_written
    ADD CONSTRAINT hold_lift_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.hold_lift_written
    ADD CONSTRAINT hold_lift_hold_id_fkey FOREIGN KEY (hold_id) REFERENCES public.hold_written(id);

ALTER TABLE ONLY public.hold_lift_written
    ADD CONSTRAINT hold_lift_lifted_by_fkey FOREIGN KEY (lifted_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.hold_written
    ADD CONSTRAINT hold_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.hold_written
    ADD CONSTRAINT hold_set_by_fkey FOREIGN KEY (set_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.holding
    ADD CONSTRAINT holding_container_is_known FOREIGN KEY (container) REFERENCES public.container(name);

ALTER TABLE ONLY public.holding
    ADD CONSTRAINT holding_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.holding
    ADD CONSTRAINT holding_place_id_fkey FOREIGN KEY (place_id) REFERENCES public.place(id);

ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.import_made
    ADD CONSTRAINT import_made_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.import_row
    ADD CONSTRAINT import_row_import_id_fkey FOREIGN KEY (import_id) REFERENCES public.import(id) ON DELETE CASCADE;

ALTER TABLE ONLY public.import
    ADD CONSTRAINT import_undo_account_fkey FOREIGN KEY (undo_account) REFERENCES public.account(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_place_id_fkey FOREIGN KEY (place_id) REFERENCES public.place(id);

ALTER TABLE ONLY public.imported_row_written
    ADD CONSTRAINT imported_row_written_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.incident_written
    ADD CONSTRAINT incident_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.incident_written
    ADD CONSTRAINT incident_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.incident_written
    ADD CONSTRAINT incident_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.keeper_written
    ADD CONSTRAINT keeper_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.keeper_written
    ADD CONSTRAINT keeper_written_keeper_id_fkey FOREIGN KEY (keeper_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.keeper_written
    ADD CONSTRAINT keeper_written_place_id_fkey FOREIGN KEY (place_id) REFERENCES public.place(id);

ALTER TABLE ONLY public.keeper_written
    ADD CONSTRAINT keeper_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.known_device
    ADD CONSTRAINT known_device_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.label_stale
    ADD CONSTRAINT label_stale_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.label_untrue
    ADD CONSTRAINT label_untrue_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.line_alias
    ADD CONSTRAINT line_alias_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.line
    ADD CONSTRAINT line_crop_id_fkey FOREIGN KEY (crop_id) REFERENCES public.crop(id);

ALTER TABLE ONLY public.line_risk
    ADD CONSTRAINT line_risk_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.listing_written
    ADD CONSTRAINT listing_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_written
    ADD CONSTRAINT loan_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_answer_written
    ADD CONSTRAINT loan_answer_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_answer_written
    ADD CONSTRAINT loan_answer_written_answered_by_fkey FOREIGN KEY (answered_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.loan_answer_written
    ADD CONSTRAINT loan_answer_written_told_id_fkey FOREIGN KEY (told_id) REFERENCES public.loan_told_written(id);

ALTER TABLE ONLY public.loan_close_written
    ADD CONSTRAINT loan_close_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_close_written
    ADD CONSTRAINT loan_close_closed_by_fkey FOREIGN KEY (closed_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.loan_close_written
    ADD CONSTRAINT loan_close_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.loan_due_written
    ADD CONSTRAINT loan_due_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_due_written
    ADD CONSTRAINT loan_due_written_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.loan_due_written
    ADD CONSTRAINT loan_due_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.loan_written
    ADD CONSTRAINT loan_lent_by_fkey FOREIGN KEY (lent_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.loan_written
    ADD CONSTRAINT loan_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.loan_written
    ADD CONSTRAINT loan_member_id_fkey FOREIGN KEY (member_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.loan_return_written
    ADD CONSTRAINT loan_return_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_return_written
    ADD CONSTRAINT loan_return_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.loan_return_written
    ADD CONSTRAINT loan_return_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.loan_told_written
    ADD CONSTRAINT loan_told_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.loan_told_written
    ADD CONSTRAINT loan_told_written_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.loan_told_written
    ADD CONSTRAINT loan_told_written_told_by_fkey FOREIGN KEY (told_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_new_donor_fkey FOREIGN KEY (new_donor) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_new_garden_fkey FOREIGN KEY (new_garden) REFERENCES public.garden(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_new_line_fkey FOREIGN KEY (new_line) REFERENCES public.line(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_old_donor_fkey FOREIGN KEY (old_donor) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_old_garden_fkey FOREIGN KEY (old_garden) REFERENCES public.garden(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_old_line_fkey FOREIGN KEY (old_line) REFERENCES public.line(id);

ALTER TABLE ONLY public.lot_correction_written
    ADD CONSTRAINT lot_correction_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_written
    ADD CONSTRAINT lot_donor_id_fkey FOREIGN KEY (donor_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_written
    ADD CONSTRAINT lot_garden_id_fkey FOREIGN KEY (garden_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.lot_label_written
    ADD CONSTRAINT lot_label_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.lot_label_written
    ADD CONSTRAINT lot_label_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_label_written
    ADD CONSTRAINT lot_label_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.lot_written
    ADD CONSTRAINT lot_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.lot_origin_written
    ADD CONSTRAINT lot_origin_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.lot_origin_written
    ADD CONSTRAINT lot_origin_written_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_outlook
    ADD CONSTRAINT lot_outlook_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_parent
    ADD CONSTRAINT lot_parent_child_id_fkey FOREIGN KEY (child_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_parent
    ADD CONSTRAINT lot_parent_parent_id_fkey FOREIGN KEY (parent_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_promise
    ADD CONSTRAINT lot_promise_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.lot_state
    ADD CONSTRAINT lot_state_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.method_trial_written
    ADD CONSTRAINT method_trial_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.method_trial_arm_written
    ADD CONSTRAINT method_trial_arm_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.method_trial_arm_written
    ADD CONSTRAINT method_trial_arm_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.method_trial_arm_written
    ADD CONSTRAINT method_trial_arm_trial_id_fkey FOREIGN KEY (trial_id) REFERENCES public.method_trial_written(id);

ALTER TABLE ONLY public.method_trial_written
    ADD CONSTRAINT method_trial_begun_by_fkey FOREIGN KEY (begun_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.method_trial_end_written
    ADD CONSTRAINT method_trial_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.method_trial_end_written
    ADD CONSTRAINT method_trial_end_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.method_trial_end_written
    ADD CONSTRAINT method_trial_end_trial_id_fkey FOREIGN KEY (trial_id) REFERENCES public.method_trial_written(id);

ALTER TABLE ONLY public.method_trial_written
    ADD CONSTRAINT method_trial_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_from_holding_lot_id_fkey FOREIGN KEY (from_holding, lot_id) REFERENCES public.holding(id, lot_id);

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.movement
    ADD CONSTRAINT movement_to_holding_lot_id_fkey FOREIGN KEY (to_holding, lot_id) REFERENCES public.holding(id, lot_id);

ALTER TABLE ONLY public.one_time_link
    ADD CONSTRAINT one_time_link_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.open_loan
    ADD CONSTRAINT open_loan_loan_id_fkey FOREIGN KEY (loan_id) REFERENCES public.loan_written(id);

ALTER TABLE ONLY public.outlook_stale
    ADD CONSTRAINT outlook_stale_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.parked_form
    ADD CONSTRAINT parked_form_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.passport_written
    ADD CONSTRAINT passport_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.passport_written
    ADD CONSTRAINT passport_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.passport_written
    ADD CONSTRAINT passport_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.place_climate_written
    ADD CONSTRAINT place_climate_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.place_climate_written
    ADD CONSTRAINT place_climate_place_id_fkey FOREIGN KEY (place_id) REFERENCES public.place(id);

ALTER TABLE ONLY public.place_climate_written
    ADD CONSTRAINT place_climate_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.planned_test
    ADD CONSTRAINT planned_test_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.planned_test
    ADD CONSTRAINT planned_test_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.plot
    ADD CONSTRAINT plot_garden_id_fkey FOREIGN KEY (garden_id) REFERENCES public.garden(id);

ALTER TABLE ONLY public.potted_written
    ADD CONSTRAINT potted_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.potted_written
    ADD CONSTRAINT potted_potted_by_fkey FOREIGN KEY (potted_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.potted_written
    ADD CONSTRAINT potted_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.promise_stale
    ADD CONSTRAINT promise_stale_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.purity_card_written
    ADD CONSTRAINT purity_card_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.purity_card_written
    ADD CONSTRAINT purity_card_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.purity_card_written
    ADD CONSTRAINT purity_card_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.quick_look_written
    ADD CONSTRAINT quick_look_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.quick_look_written
    ADD CONSTRAINT quick_look_looked_by_fkey FOREIGN KEY (looked_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.quick_look_written
    ADD CONSTRAINT quick_look_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.recall_heard_written
    ADD CONSTRAINT recall_heard_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.recall_told_written
    ADD CONSTRAINT recall_told_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.recall_told_written
    ADD CONSTRAINT recall_told_written_hold_id_fkey FOREIGN KEY (hold_id) REFERENCES public.hold_written(id);

ALTER TABLE ONLY public.recall_told_written
    ADD CONSTRAINT recall_told_written_member_id_fkey FOREIGN KEY (member_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.recall_told_written
    ADD CONSTRAINT recall_told_written_told_by_fkey FOREIGN KEY (told_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.recipe
    ADD CONSTRAINT recipe_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.recipe_end
    ADD CONSTRAINT recipe_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.recipe_end
    ADD CONSTRAINT recipe_end_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.recipe_end
    ADD CONSTRAINT recipe_end_recipe_id_fkey FOREIGN KEY (recipe_id) REFERENCES public.recipe(id);

ALTER TABLE ONLY public.recipe
    ADD CONSTRAINT recipe_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.report_written
    ADD CONSTRAINT report_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.report_written
    ADD CONSTRAINT report_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.report_written
    ADD CONSTRAINT report_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.report_written
    ADD CONSTRAINT report_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.risk_stale
    ADD CONSTRAINT risk_stale_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.season_plan
    ADD CONSTRAINT season_plan_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.season_plan
    ADD CONSTRAINT season_plan_saved_by_fkey FOREIGN KEY (saved_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.seed_mark_written
    ADD CONSTRAINT seed_mark_check_id_fkey FOREIGN KEY (check_id) REFERENCES public.test_check_written(id);

ALTER TABLE ONLY public.seed_mark_written
    ADD CONSTRAINT seed_mark_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_worker_id_fkey FOREIGN KEY (worker_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.test_check_written
    ADD CONSTRAINT test_check_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.test_check_written
    ADD CONSTRAINT test_check_checked_by_fkey FOREIGN KEY (checked_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.test_check_written
    ADD CONSTRAINT test_check_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.test_ending_written
    ADD CONSTRAINT test_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.test_ending_written
    ADD CONSTRAINT test_end_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.test_ending_written
    ADD CONSTRAINT test_end_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.test_photo
    ADD CONSTRAINT test_photo_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.test_photo
    ADD CONSTRAINT test_photo_check_id_fkey FOREIGN KEY (check_id) REFERENCES public.test_check_written(id);

ALTER TABLE ONLY public.test_reopening_written
    ADD CONSTRAINT test_reopening_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.test_reopening_written
    ADD CONSTRAINT test_reopening_ending_id_fkey FOREIGN KEY (ending_id) REFERENCES public.test_ending_written(id);

ALTER TABLE ONLY public.test_reopening_written
    ADD CONSTRAINT test_reopening_reopened_by_fkey FOREIGN KEY (reopened_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.test_towel_written
    ADD CONSTRAINT test_towel_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.test_towel_written
    ADD CONSTRAINT test_towel_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.test_towel_written
    ADD CONSTRAINT test_towel_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.towel_claim
    ADD CONSTRAINT towel_claim_account_id_fkey FOREIGN KEY (account_id) REFERENCES public.account(id);

ALTER TABLE ONLY public.towel_claim
    ADD CONSTRAINT towel_claim_test_id_fkey FOREIGN KEY (test_id) REFERENCES public.germination_test_written(id);

ALTER TABLE ONLY public.treatment_written
    ADD CONSTRAINT treatment_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.treatment_written
    ADD CONSTRAINT treatment_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.treatment_opening_written
    ADD CONSTRAINT treatment_opening_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.treatment_opening_written
    ADD CONSTRAINT treatment_opening_opened_by_fkey FOREIGN KEY (opened_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.treatment_opening_written
    ADD CONSTRAINT treatment_opening_treatment_id_fkey FOREIGN KEY (treatment_id) REFERENCES public.treatment_written(id);

ALTER TABLE ONLY public.treatment_written
    ADD CONSTRAINT treatment_shut_by_fkey FOREIGN KEY (shut_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.trial_written
    ADD CONSTRAINT trial_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_ended_by_fkey FOREIGN KEY (ended_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_new_line_fkey FOREIGN KEY (new_line) REFERENCES public.line(id);

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_old_line_fkey FOREIGN KEY (old_line) REFERENCES public.line(id);

ALTER TABLE ONLY public.trial_end_written
    ADD CONSTRAINT trial_end_trial_id_fkey FOREIGN KEY (trial_id) REFERENCES public.trial_written(id);

ALTER TABLE ONLY public.trial_written
    ADD CONSTRAINT trial_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.trial_written
    ADD CONSTRAINT trial_set_by_fkey FOREIGN KEY (set_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.undone
    ADD CONSTRAINT undone_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key);

ALTER TABLE ONLY public.undone
    ADD CONSTRAINT undone_by_act_fkey FOREIGN KEY (by_act) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.want_state_written
    ADD CONSTRAINT want_state_written_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.want_state_written
    ADD CONSTRAINT want_state_written_line_id_fkey FOREIGN KEY (line_id) REFERENCES public.line(id);

ALTER TABLE ONLY public.want_state_written
    ADD CONSTRAINT want_state_written_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.warm_up_written
    ADD CONSTRAINT warm_up_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.warm_up_written
    ADD CONSTRAINT warm_up_container_is_known FOREIGN KEY (container) REFERENCES public.container(name);

ALTER TABLE ONLY public.warm_up_end_written
    ADD CONSTRAINT warm_up_end_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.warm_up_end_written
    ADD CONSTRAINT warm_up_end_opened_by_fkey FOREIGN KEY (opened_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.warm_up_end_written
    ADD CONSTRAINT warm_up_end_warm_up_id_fkey FOREIGN KEY (warm_up_id) REFERENCES public.warm_up_written(id);

ALTER TABLE ONLY public.warm_up_written
    ADD CONSTRAINT warm_up_lot_id_fkey FOREIGN KEY (lot_id) REFERENCES public.lot_written(id);

ALTER TABLE ONLY public.warm_up_written
    ADD CONSTRAINT warm_up_taken_by_fkey FOREIGN KEY (taken_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.weighing_written
    ADD CONSTRAINT weighing_act_key_fkey FOREIGN KEY (act_key) REFERENCES public.act(key) DEFERRABLE INITIALLY DEFERRED;

ALTER TABLE ONLY public.weighing_written
    ADD CONSTRAINT weighing_batch_id_fkey FOREIGN KEY (batch_id) REFERENCES public.batch_written(id);

ALTER TABLE ONLY public.weighing_written
    ADD CONSTRAINT weighing_written_by_fkey FOREIGN KEY (written_by) REFERENCES public.person(id);

GRANT USAGE ON SCHEMA public TO kind_granary_app;

GRANT ALL ON FUNCTION public.search_key(text) TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.account TO kind_granary_app;

GRANT UPDATE(email) ON TABLE public.account TO kind_granary_app;

GRANT UPDATE(password_hash) ON TABLE public.account TO kind_granary_app;

GRANT UPDATE(role) ON TABLE public.account TO kind_granary_app;

GRANT UPDATE(closed_at) ON TABLE public.account TO kind_granary_app;

GRANT UPDATE(pin_hash) ON TABLE public.account TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.act TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.air_reading_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.undone TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.air_reading TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_check_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_check TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_end_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_step_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.batch_step TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.blend TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.calendar_feed TO kind_granary_app;

GRANT UPDATE(revoked_at) ON TABLE public.calendar_feed TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.caution_seen TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.check_photo TO kind_granary_app;

GRANT SELECT ON TABLE public.container TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.crop TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.crop TO kind_granary_app;

GRANT UPDATE(facts) ON TABLE public.crop TO kind_granary_app;

GRANT UPDATE(shipped) ON TABLE public.crop TO kind_granary_app;

GRANT UPDATE(like_id) ON TABLE public.crop TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.crop_override TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.crossing_group TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.crossing_group TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.donor_address TO kind_granary_app;

GRANT UPDATE(revoked_at) ON TABLE public.donor_address TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.draft TO kind_granary_app;

GRANT UPDATE(answers) ON TABLE public.draft TO kind_granary_app;

GRANT UPDATE(title) ON TABLE public.draft TO kind_granary_app;

GRANT UPDATE(saved_at) ON TABLE public.draft TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.draft TO kind_granary_app;

GRANT UPDATE(dropped_by_act) ON TABLE public.draft TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.emergence_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.emergence TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.evidence_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.evidence TO kind_granary_app;

GRANT SELECT ON TABLE public.free_text TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.garden TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.garden TO kind_granary_app;

GRANT UPDATE(latitude) ON TABLE public.garden TO kind_granary_app;

GRANT UPDATE(longitude) ON TABLE public.garden TO kind_granary_app;

GRANT UPDATE(place_for) ON TABLE public.garden TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.garden_bloom TO kind_granary_app;

GRANT UPDATE(what) ON TABLE public.garden_bloom TO kind_granary_app;

GRANT UPDATE(metres) ON TABLE public.garden_bloom TO kind_granary_app;

GRANT UPDATE(flowers_from) ON TABLE public.garden_bloom TO kind_granary_app;

GRANT UPDATE(flowers_to) ON TABLE public.garden_bloom TO kind_granary_app;

GRANT UPDATE(gone) ON TABLE public.garden_bloom TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.garden_distance TO kind_granary_app;

GRANT UPDATE(metres) ON TABLE public.garden_distance TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.germination_test_written TO kind_granary_app;

GRANT UPDATE(next_count_on) ON TABLE public.germination_test_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.germination_test TO kind_granary_app;

GRANT UPDATE(next_count_on) ON TABLE public.germination_test TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.gift_written TO kind_granary_app;

GRANT SELECT ON TABLE public.gift TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.gift_told_written TO kind_granary_app;

GRANT SELECT ON TABLE public.gift_told TO kind_granary_app;

GRANT SELECT ON TABLE public.glossary TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.grow_out_written TO kind_granary_app;

GRANT SELECT ON TABLE public.grow_out TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.grow_out_entry_written TO kind_granary_app;

GRANT SELECT ON TABLE public.grow_out_entry TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.grow_out_photo TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.grow_out_place_written TO kind_granary_app;

GRANT SELECT ON TABLE public.grow_out_place TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.grow_out_step_written TO kind_granary_app;

GRANT SELECT ON TABLE public.grow_out_step TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.grower_terms TO kind_granary_app;

GRANT UPDATE(skill) ON TABLE public.grower_terms TO kind_granary_app;

GRANT UPDATE(most_lines) ON TABLE public.grower_terms TO kind_granary_app;

GRANT UPDATE(square_metres) ON TABLE public.grower_terms TO kind_granary_app;

GRANT UPDATE(not_grown) ON TABLE public.grower_terms TO kind_granary_app;

GRANT UPDATE(most_hours) ON TABLE public.grower_terms TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.hold_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.hold TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.hold_lift_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.hold_lift TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.holding TO kind_granary_app;

GRANT UPDATE(place_id) ON TABLE public.holding TO kind_granary_app;

GRANT UPDATE(container) ON TABLE public.holding TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(time_zone) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(last_frost) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(first_frost) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(lending_opens) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(lend_threshold) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(full_threshold) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(sureness) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(units) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(southern) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(sowing_starts) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(rules) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(trays) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(jars) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(helper_hours) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(currency) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(packet_price) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(crop_prices) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(crop_thresholds) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(growing) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(how_to_ask) ON TABLE public.house TO kind_granary_app;

GRANT UPDATE(not_before) ON TABLE public.house TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(file_name) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(contents) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(state) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(sheets) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(answers) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(questions) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(counts) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(only_good) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(digest) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(trouble) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(steps_done) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(steps) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(is_cancelled) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(changed_at) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(undo_key) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(undo_account) ON TABLE public.import TO kind_granary_app;

GRANT UPDATE(undo_reason) ON TABLE public.import TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.import_columns TO kind_granary_app;

GRANT UPDATE(thing) ON TABLE public.import_columns TO kind_granary_app;

GRANT UPDATE(columns) ON TABLE public.import_columns TO kind_granary_app;

GRANT UPDATE(saved_on) ON TABLE public.import_columns TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.import_made TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.import_row TO kind_granary_app;

GRANT UPDATE(fixed) ON TABLE public.import_row TO kind_granary_app;

GRANT UPDATE(level) ON TABLE public.import_row TO kind_granary_app;

GRANT UPDATE(is_known) ON TABLE public.import_row TO kind_granary_app;

GRANT UPDATE(notes) ON TABLE public.import_row TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.imported_row_written TO kind_granary_app;

GRANT UPDATE(said) ON TABLE public.imported_row_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.imported_row TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.incident_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.incident TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.keeper_written TO kind_granary_app;

GRANT SELECT ON TABLE public.keeper TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.known_device TO kind_granary_app;

GRANT UPDATE(seen_at) ON TABLE public.known_device TO kind_granary_app;

GRANT SELECT ON TABLE public.kysely_migration TO kind_granary_app;

GRANT SELECT ON TABLE public.kysely_migration_lock TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.label_stale TO kind_granary_app;

GRANT UPDATE(since) ON TABLE public.label_stale TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.label_untrue TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(aim) ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(story) ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(rules) ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(kept_elsewhere) ON TABLE public.line TO kind_granary_app;

GRANT UPDATE(is_listed) ON TABLE public.line TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.line_alias TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(reckoned_on) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(by_year) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(grown_by_year) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(best_by_year) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(risk) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(error) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(whys) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(remedies) ON TABLE public.line_risk TO kind_granary_app;

GRANT UPDATE(worth) ON TABLE public.line_risk TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.listing_written TO kind_granary_app;

GRANT SELECT ON TABLE public.listing TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_answer_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_answer TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_close_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_close TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_due_written TO kind_granary_app;

GRANT SELECT ON TABLE public.loan_due TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_return_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_return TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_told_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.loan_told TO kind_granary_app;

GRANT SELECT ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(verdict) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(tested_sprouted) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(tested_laid) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(tested_on) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(next_test_on) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(next_test_reason) ON TABLE public.lot_state TO kind_granary_app;

GRANT UPDATE(germination) ON TABLE public.lot_state TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(line_id) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(kind) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(seeds_per_gram) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(donor_id) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(garden_id) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(harvested) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(plants_harvested) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(search_text) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(treated) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(form) ON TABLE public.lot_written TO kind_granary_app;

GRANT UPDATE(open_by) ON TABLE public.lot_written TO kind_granary_app;

GRANT SELECT ON TABLE public.lot TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_code_counter TO kind_granary_app;

GRANT UPDATE(last) ON TABLE public.lot_code_counter TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_correction_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_correction TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_label_written TO kind_granary_app;

GRANT SELECT ON TABLE public.lot_label TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_origin_written TO kind_granary_app;

GRANT SELECT ON TABLE public.lot_origin TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(low) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(median) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(high) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(may_be_lent) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(full_strength) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(own_share) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(under_on) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(reckoned_on) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(to_sow) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(to_test) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT UPDATE(sure_share) ON TABLE public.lot_outlook TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_parent TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(promise) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(chance) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(chance_true) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(chance_likely) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(low) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(middle) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(high) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(mean) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(handed_on) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(effective) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(generations) ON TABLE public.lot_promise TO kind_granary_app;

GRANT UPDATE(reckoned_on) ON TABLE public.lot_promise TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial_arm_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial_arm TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial_end_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.method_trial_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.movement TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.one_time_link TO kind_granary_app;

GRANT UPDATE(used_at) ON TABLE public.one_time_link TO kind_granary_app;

GRANT SELECT ON TABLE public.open_loan TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.outlook_stale TO kind_granary_app;

GRANT UPDATE(since) ON TABLE public.outlook_stale TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.parked_form TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.passport_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.passport TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(email) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(phone) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(note) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(is_member) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(erased_at) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(group_of) ON TABLE public.person TO kind_granary_app;

GRANT UPDATE(contact) ON TABLE public.person TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.place TO kind_granary_app;

GRANT UPDATE(has_logger) ON TABLE public.place TO kind_granary_app;

GRANT UPDATE(closed_on) ON TABLE public.place TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.place_climate_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.place_climate TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.planned_test TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(name) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(square_metres) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(sun) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(water) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(cages) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(note) ON TABLE public.plot TO kind_granary_app;

GRANT UPDATE(in_use) ON TABLE public.plot TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.potted_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.potted TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.promise_stale TO kind_granary_app;

GRANT UPDATE(since) ON TABLE public.promise_stale TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.purity_card_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.purity_card TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.quick_look_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.quick_look TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.recall_heard_written TO kind_granary_app;

GRANT SELECT ON TABLE public.recall_heard TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.recall_told_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.recall_told TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.recipe TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.recipe_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.report_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.report TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.risk_stale TO kind_granary_app;

GRANT UPDATE(since) ON TABLE public.risk_stale TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.room_air TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.season_plan TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.seed_mark_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_check_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.seed_mark TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.session TO kind_granary_app;

GRANT UPDATE(expires_at) ON TABLE public.session TO kind_granary_app;

GRANT UPDATE(revoked_at) ON TABLE public.session TO kind_granary_app;

GRANT UPDATE(is_shared) ON TABLE public.session TO kind_granary_app;

GRANT UPDATE(worker_id) ON TABLE public.session TO kind_granary_app;

GRANT UPDATE(touched_at) ON TABLE public.session TO kind_granary_app;

GRANT SELECT ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(warm) ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(room) ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(cool) ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(hours) ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(closed) ON TABLE public.test_bench TO kind_granary_app;

GRANT UPDATE(version) ON TABLE public.test_bench TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_check TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_ending_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_ending TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_reopening_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_reopening TO kind_granary_app;

GRANT SELECT ON TABLE public.test_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_photo TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_towel_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.test_towel TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.towel_claim TO kind_granary_app;

GRANT UPDATE(account_id) ON TABLE public.towel_claim TO kind_granary_app;

GRANT UPDATE(claimed_at) ON TABLE public.towel_claim TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.treatment_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.treatment TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.treatment_opening_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.treatment_opening TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.trial_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.trial TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.trial_end_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.trial_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.want_state_written TO kind_granary_app;

GRANT SELECT ON TABLE public.want_state TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.warm_up_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.warm_up TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.warm_up_end_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.warm_up_end TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.weighing_written TO kind_granary_app;

GRANT SELECT,INSERT ON TABLE public.weighing TO kind_granary_app;

GRANT SELECT,INSERT,DELETE ON TABLE public.wrong_try TO kind_granary_app;
