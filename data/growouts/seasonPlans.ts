import type { Day, PersonId } from '#core/kernel/kinds.ts';
import type { Choices, Wishes } from '#core/plan/facts.ts';
import type { Db } from '#data/database.ts';

/** A plan as it is saved, with what it came to then. */
export interface NewSeasonPlan {
  readonly year: number;
  readonly version: number;
  readonly choices: Choices;
  readonly wishes: Wishes;
  readonly lines: number;
  readonly hours: number;
  /** Lines expected to be lost in five years if nothing is grown, and fewer of them with the plan. */
  readonly lost: number;
  readonly saved: number;
  readonly worth: number;
  readonly note: string | null;
  readonly savedOn: Day;
  readonly savedBy: PersonId;
  readonly actKey: string;
}

/** Saves a version of a season's plan. @throws the rule `season_plan_version_once` where somebody else was quicker */
export async function insertSeasonPlan(db: Db, plan: NewSeasonPlan): Promise<void> {
  await db
    .insertInto('season_plan')
    .values({
      year: plan.year,
      version: plan.version,
      choices: JSON.stringify(plan.choices),
      wishes: JSON.stringify(plan.wishes),
      lines: plan.lines,
      hours: plan.hours,
      lost: plan.lost,
      saved: plan.saved,
      worth: plan.worth,
      note: plan.note,
      saved_on: plan.savedOn,
      saved_by: plan.savedBy,
      act_key: plan.actKey,
    })
    .execute();
}

const plans = (db: Db, year: number) =>
  db
    .selectFrom('season_plan')
    .leftJoin('person', 'person.id', 'season_plan.saved_by')
    .select([
      'season_plan.version',
      'lines',
      'hours',
      'lost',
      'saved',
      'worth',
      'season_plan.note',
      'saved_on as savedOn',
      'person.name as savedBy',
    ])
    .where('year', '=', year);

export type SeasonPlanVersion = Awaited<ReturnType<typeof listSeasonPlans>>[number];

/** Versions of a season's plan, the newest first. */
export const listSeasonPlans = (db: Db, year: number) =>
  plans(db, year).orderBy('season_plan.version', 'desc').limit(MOST_VERSIONS).execute();

/** One version of a season's plan, or the newest; undefined where there is none. */
export const findSeasonPlan = (db: Db, year: number, version: number | null) =>
  plans(db, year)
    .select(['choices', 'wishes'])
    .$if(version !== null, (query) => query.where('season_plan.version', '=', version!))
    .orderBy('season_plan.version', 'desc')
    .limit(1)
    .executeTakeFirst();

const MOST_VERSIONS = 100;
