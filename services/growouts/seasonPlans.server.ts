import { carryOutForm, seasonPlanForm } from '#contracts/growouts/seasonPlan.ts';
import { comesTo, type PlanOutcome } from '#core/plan/comesTo.ts';
import { sameChoice, type Choice, type Choices, type LineToPlan, type SeasonFacts, type Wishes } from '#core/plan/facts.ts';
import { optionsOf } from '#core/plan/options.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { lockGrowOut } from '#data/growouts/growOuts.ts';
import { findSeasonPlan, insertSeasonPlan } from '#data/growouts/seasonPlans.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { planNote } from '#words/seasonPlan.ts';
import { place, propose, type PlaceProblem, type ProposeProblem } from './growOuts.server.ts';
import { readSeasonFacts } from './seasonFacts.server.ts';
import { takeStep } from './steps.server.ts';

export type SavePlanProblem = { readonly code: 'changed meanwhile' } | { readonly code: 'nothing planned' };

/** Of choices and wishes those that still can be meant: lines, gardens and plots may have gone since the page was read. What is sown is no choice. */
export function asTheyStand(facts: SeasonFacts, choices: Choices, wishes: Wishes): { readonly choices: Choices; readonly wishes: Wishes } {
  const isThere = ({ gardenId, plotId }: Choice) =>
    facts.plots.some(({ id, garden }) => id === plotId && facts.gardens[garden]!.id === gardenId);
  const lines = new Map(facts.lines.filter(({ growOut }) => growOut?.state !== 'sown').map((line) => [line.id, line]));
  const gardens = new Set(facts.gardens.map(({ id }) => id));
  const known = (ids: readonly number[]) => ids.filter((id) => lines.has(id));
  return {
    choices: Object.fromEntries(Object.entries(choices).filter(([id, choice]) => lines.has(Number(id)) && isThere(choice))),
    wishes: {
      pinned: known(wishes.pinned),
      forced: known(wishes.forced),
      forbidden: known(wishes.forbidden),
      without: wishes.without.filter((id) => gardens.has(id)),
      home: wishes.home !== null && gardens.has(wishes.home) ? wishes.home : null,
    },
  };
}

/** Where lines stand before anything is changed: as planned, and grow-outs that the plan does not know where they were settled. */
export const startFrom = (facts: SeasonFacts, planned: Choices): Choices => ({
  ...Object.fromEntries(
    facts.lines.flatMap(({ id, growOut }) => (growOut?.choice && growOut.state !== 'sown' ? [[id, growOut.choice]] : [])),
  ),
  ...planned,
});

/** What choices come to now. */
export const outcomeOf = (facts: SeasonFacts, wishes: Wishes, choices: Choices): PlanOutcome =>
  comesTo(optionsOf(facts, wishes, choices, 'choices'), facts, choices);

/** Saves a season's plan as its next version; of two who plan at once the second is told. What it comes to is reckoned here, not taken from the page. */
export const saveSeasonPlan = command(
  'season planned',
  { input: seasonPlanForm, broken: { season_plan_version_once: { code: 'changed meanwhile' } } },
  async ({ tx, actor, today, refuse }: Inside<SavePlanProblem>, { key, year, since, note, ...sent }) => {
    const newest = await findSeasonPlan(tx, year, null);
    if ((newest?.version ?? 0) !== since) refuse({ code: 'changed meanwhile' });
    const { facts, lost } = await readSeasonFacts(tx, (await readHouse(tx))!, today, newest?.choices ?? {});
    const { choices, wishes } = asTheyStand(facts, sent.choices, sent.wishes);
    if (Object.keys(choices).length === 0) refuse({ code: 'nothing planned' });
    const { hours, saved, worth } = outcomeOf(facts, wishes, choices);
    const version = since + 1;
    await insertSeasonPlan(tx, {
      year,
      version,
      choices,
      wishes,
      lines: Object.keys(choices).length,
      hours,
      lost,
      saved,
      worth,
      note,
      savedOn: today,
      savedBy: actor.personId,
      actKey: key,
    });
    return { answer: { version }, subject: `${year}, version ${version}` };
  },
);

export type CarryOutProblem =
  | { readonly code: 'no such plan' }
  | { readonly code: 'nothing to propose' }
  /** A line of it cannot be proposed or placed as planned, for this reason. */
  | { readonly code: 'line in the way'; readonly name: string; readonly problem: ProposeProblem | PlaceProblem };

/** What of a version has not been proposed so yet: lines without a grow-out, those whose grow-out stands elsewhere, and those that nobody was asked to grow where somebody has the garden. */
export const toPropose = (facts: SeasonFacts, choices: Choices): readonly LineToPlan[] =>
  facts.lines.filter(({ id, growOut }) => {
    const choice = choices[id];
    if (!choice || growOut?.state === 'sown') return false;
    if (!growOut || !sameChoice(growOut.choice, choice)) return true;
    const garden = facts.gardens.find((one) => one.id === choice.gardenId)!;
    return growOut.state !== 'asked' && facts.growers[garden.grower]!.id !== null;
  });

/**
 * Proposes what a version of the plan says, all at once or nothing: for each line a grow-out with its garden, day and way, offered to whoever has the garden. Grow-outs that there are
 * already are moved to where the plan has them, and offered anew where that is somebody else's garden. What is sown stays as it is.
 */
export const carryOutPlan = command(
  'season plan carried out',
  { input: carryOutForm },
  async (inside: Inside<CarryOutProblem>, { key, year, version }) => {
    const { tx, actor, today, refuse } = inside;
    const plan = (await findSeasonPlan(tx, year, version)) ?? refuse({ code: 'no such plan' });
    const { facts } = await readSeasonFacts(tx, (await readHouse(tx))!, today, plan.choices);
    const { choices } = asTheyStand(facts, plan.choices, plan.wishes);
    const lines = [...toPropose(facts, choices)].sort((one, other) => one.code.localeCompare(other.code));
    if (lines.length === 0) refuse({ code: 'nothing to propose' });
    // Beds are freed before they are taken: what moves first makes room for what comes.
    const inOrder = [...lines.filter(({ growOut }) => growOut?.choice), ...lines.filter(({ growOut }) => !growOut?.choice)];
    for (const line of inOrder) {
      const { code, name, plants, seeds, growOut } = line;
      const chosen = choices[line.id]!;
      const of = {
        ...inside,
        refuse: (problem: ProposeProblem | PlaceProblem): never => refuse({ code: 'line in the way', name, problem }),
      };
      const id = growOut?.id ?? (await propose(of, { key, code, plants, seeds, note: planNote(year, version) }));
      const row = (await lockGrowOut(tx, id))!;
      const state = growOutState(row);
      if (!mayFollow(GROW_OUT, state, 'grow-out placed')) of.refuse({ code: 'moved on', state });
      if (!sameChoice(growOut?.choice, chosen))
        await place(of, row, {
          key,
          garden: chosen.gardenId,
          plot: chosen.plotId,
          squareMetres: null,
          methods: [...chosen.methods],
          sowOn: chosen.sowOn,
        });
      const grower = facts.growers[facts.gardens.find((garden) => garden.id === chosen.gardenId)!.grower]!;
      const isAsked = (state === 'offered' || state === 'agreed') && row.growerId === grower.id;
      if (grower.id !== null && !isAsked && mayFollow(GROW_OUT, state, 'grow-out offered'))
        await takeStep({ tx, actor, today }, { growOutId: id, step: 'offered', key, growerId: grower.id });
    }
    return { answer: { lines: lines.length }, subject: `${year}, version ${version}` };
  },
);
