import { data, Link } from 'react-router';
import { CHAPTERS, FACT_KEYS, factKind, type Chapter, type FactKey } from '#core/almanac/facts.ts';
import { crossing, type Readiness } from '#core/almanac/crossing.ts';
import { isPepper, type RuleKey } from '#core/house/rules.ts';
import { isSelfing } from '#core/almanac/crop.ts';
import { LETS_THROUGH } from '#core/isolation/barriers.ts';
import { may } from '#core/people/may.ts';
import {
  readCrop,
  readGroupOfCrops,
  readGroups,
  readLikenessOf,
  readOverrides,
  readShippedCrop,
  readPortraits,
} from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { lookAlike } from '#core/almanac/portrait.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { factWords, SURE_MEANS, SURE_WORDS } from '#words/facts.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/crop.ts';
import { FACT_TITLES, SOURCE_WORDS } from '#words/almanac.ts';
import { ruleWords, schoolWords } from '#words/house.ts';
import { METHOD_DEMANDS } from '#words/intake.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.name ?? 'Crop'} · Kind Granary` }];

const TITLES: Record<Chapter, string> = {
  'what it is': 'What it is',
  'grow for seed': 'Grow for seed',
  'keep apart': 'Keep apart',
  harvest: 'Harvest',
  'clean and dry': 'Clean and dry',
  store: 'Store',
  test: 'Test',
  lend: 'Lend',
};
/** House rules that belong to a chapter of a crop's page. */
const RULES: Partial<Record<Chapter, readonly RuleKey[]>> = {
  'grow for seed': ['plants'],
  'keep apart': ['isolation', 'aim'],
  harvest: ['fruit'],
  'clean and dry': ['sun', 'desiccant'],
  store: ['cold', 'oldSeed'],
  test: ['testSize'],
  lend: ['hybrids'],
};
/** Told in the head of the page, or by the picture of what crosses. */
const ELSEWHERE: ReadonlySet<FactKey> = new Set<FactKey>(['cautions', 'species', 'family', 'lifeCycle', 'breeding', 'group']);

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'read almanac');
  const crop = await readCrop(db, params.crop);
  if (!crop) throw data(null, { status: 404 });
  const [shipped, overrides, groups, names, like, portraits] = await Promise.all([
    readShippedCrop(db, crop.id),
    readOverrides(db, crop.id),
    readGroups(db),
    readGroupOfCrops(db),
    readLikenessOf(db, crop.id),
    readPortraits(db),
  ]);
  const ruleKeys = (chapter: Chapter): RuleKey[] => [
    ...(RULES[chapter] ?? []),
    ...(chapter === 'clean and dry' && crop.extraction === 'wet with a gel coat' ? (['ferment', 'float'] as const) : []),
    ...(chapter === 'harvest' && isPepper(crop) ? (['colour'] as const) : []),
  ];
  const crosses = names.flatMap(({ id, name, group }) => {
    const how = id === crop.id ? null : crossing(groups, crop.group, group);
    return how ? [{ id, name, how }] : [];
  });
  return {
    id: crop.id,
    name: crop.name,
    species: crop.species,
    family: crop.family,
    lifeCycle: crop.lifeCycle,
    breeding: crop.breeding,
    cautions: crop.cautions,
    seedLooks: crop.seedLooks,
    alike: portraits.filter(({ id, seedLooks }) => id !== crop.id && lookAlike(seedLooks, crop.seedLooks)),
    groupName: groups.find(({ id }) => id === crop.group)?.name ?? crop.group,
    crosses,
    chapters: CHAPTERS.map((chapter) => ({
      title: TITLES[chapter],
      facts: FACT_KEYS.filter((key) => factKind(key).chapter === chapter && !ELSEWHERE.has(key)).flatMap((key) => {
        const words = factWords(key, crop[key], house.units);
        if (words === null) return [];
        const told = crop.told[key] ?? { sure: factKind(key).sure, source: factKind(key).source };
        const own = told.sure === 'ours' ? overrides.find((one) => one.fact === key) : undefined;
        return [
          {
            key,
            title: FACT_TITLES[key],
            words,
            prose: factKind(key).shape.kind === 'text' || factKind(key).shape.kind === 'list' || factKind(key).shape.kind === 'treatments',
            sure: told.sure,
            source: told.source === 'likeness' ? `borrowed from ${like?.name ?? 'a similar crop'}` : told.source,
            sourceMeans:
              told.source === 'this library'
                ? 'this library'
                : told.source === 'likeness'
                  ? 'a similar crop in the almanac; replace it when you know more'
                  : SOURCE_WORDS[told.source],
            own: own
              ? { shipped: (shipped && factWords(key, shipped[key], house.units)) ?? 'nothing', by: own.setBy, on: own.setOn, why: own.why }
              : null,
          },
        ];
      }),
      rules: ruleKeys(chapter).map((key) => {
        const { label, follows } = schoolWords(key, house.rules);
        return { question: ruleWords(key).question, label, follows };
      }),
    })),
    ways: isSelfing(crop)
      ? []
      : (['barrier', 'cage', 'alternate cages', 'bags', 'hand pollination'] as const).map((method) => ({
          name: METHOD_NAMES[method],
          lets: `${Math.round(LETS_THROUGH[method] * 100)} %`,
          demands: METHOD_DEMANDS[method],
        })),
    works: may(actor.role, 'work'),
    leads: may(actor.role, 'set house rules'),
    isOwn: like !== null,
  };
}

/** How long five millimetres are in a drawing. */
function ScaleBar({ scale }: { scale: number }) {
  return (
    <p className="mt-1 inline-flex items-center gap-2 text-small text-soft">
      <span aria-hidden className="inline-block h-2 border-x-2 border-b-2 border-soft" style={{ width: 5 * scale }} />5 mm
    </p>
  );
}

const HOW: Record<Readiness, string> = { freely: 'freely', 'a little': 'a little', hardly: 'hardly ever' };

function Ways({ ways }: { ways: Route.ComponentProps['loaderData']['ways'] }) {
  return (
    <details className="border-b border-rule py-2">
      <summary className="link inline-flex min-h-11 items-center">Ways to isolate it, and what each needs</summary>
      <ul className="space-y-1 text-small">
        {ways.map(({ name, lets, demands }) => (
          <li key={name}>
            <b>{name}</b> lets in about {lets} of foreign pollen; it needs {demands}.
          </li>
        ))}
      </ul>
    </details>
  );
}

export default function CropPage({ loaderData: crop }: Route.ComponentProps) {
  const { ways } = crop;
  return (
    <>
      <PageHead
        title={crop.name}
        about={
          <>
            <i>{crop.species}</i>, {crop.family}; {crop.lifeCycle}, {crop.breeding}
          </>
        }
        actions={
          <>
            <ButtonLink to={`/almanac/compare?one=${crop.id}`}>Compare</ButtonLink>
            {crop.works && <ButtonLink to={`/shelves?crop=${crop.id}`}>Lots of this crop</ButtonLink>}
            {crop.leads && crop.isOwn && <ButtonLink to={`/almanac/${crop.id}/own`}>Correct crop</ButtonLink>}
            {crop.leads && <ButtonLink to={`/almanac/${crop.id}/facts`}>Use your own figures</ButtonLink>}
          </>
        }
      />
      {crop.cautions.map(({ code, words }) => (
        <Notice key={code} tone="poor">
          {words}
        </Notice>
      ))}
      <figure className="mb-6 flex flex-wrap items-end gap-x-6 gap-y-3">
        <div>
          <SeedPortrait
            portrait={crop.seedLooks}
            scale={Math.min(10, 90 / crop.seedLooks.length)}
            label={`Seed of ${crop.name}, enlarged`}
          />
          <ScaleBar scale={Math.min(10, 90 / crop.seedLooks.length)} />
        </div>
        {crop.alike.length > 0 && (
          <figcaption className="max-w-prose">
            Its seed cannot be told by eye from that of {crop.alike.length === 1 ? '' : `${crop.alike.length} other crops: `}
            {crop.alike.map(({ id, name, seedLooks }, index) => (
              <span key={id}>
                {index > 0 && ', '}
                <Link className="link" to={`/almanac/${id}`}>
                  <SeedPortrait portrait={seedLooks} size={24} className="mr-1 inline-block align-text-bottom" />
                  {name}
                </Link>
              </span>
            ))}
            . Keep only one of them on the table at a time.
          </figcaption>
        )}
      </figure>
      <p className="mb-6 max-w-prose text-large">
        {crop.crosses.length === 0 ? (
          <>It only crosses with its own kind: {crop.groupName}.</>
        ) : (
          <>
            It crosses with {crop.groupName}
            {crop.crosses
              .filter(({ how }) => how !== 'freely')
              .map(({ name, how }) => `; ${HOW[how]} with ${name.toLowerCase()}`)
              .join('')}
            .
          </>
        )}{' '}
        <Link className="link" to={`/almanac/crossing?crop=${crop.id}`}>
          Show as a diagram
        </Link>
      </p>
      <div className="columns-1 gap-12 xl:columns-2">
        {crop.chapters.map(({ title, facts, rules }) => (
          <section key={title} aria-label={title} className="mb-8 break-inside-avoid-column">
            <h2 className="border-b-2 border-grain pb-1">{title}</h2>
            {facts.map((fact) => (
              <div key={fact.key} className="border-b border-rule py-2">
                <div className={fact.prose ? '' : 'flex flex-wrap items-baseline justify-between gap-x-4'}>
                  <p className="text-small text-soft">
                    {fact.title}{' '}
                    <span className="text-[0.8125rem]" title={`${SURE_MEANS[fact.sure]}; ${fact.sourceMeans}`}>
                      · {SURE_WORDS[fact.sure]}, {fact.source}
                    </span>
                  </p>
                  <p className={fact.prose ? '' : 'font-semibold'}>{fact.words}</p>
                </div>
                {fact.own && (
                  <p className="text-small">
                    Original: {fact.own.shipped}. Changed {fact.own.by && `by ${fact.own.by} `}because: {fact.own.why}
                  </p>
                )}
              </div>
            ))}
            {ways.length > 0 && title === 'Keep apart' && <Ways ways={ways} />}
            {rules.map((rule) => (
              <p key={rule.question} className="border-b border-rule py-2 text-small">
                <b>House rule:</b> {rule.label.toLowerCase()}. {rule.follows}.
              </p>
            ))}
          </section>
        ))}
      </div>
      <p className="text-small text-soft">
        Firm: sources agree. Fair: they differ somewhat. Rough: one figure for a wide range. Sources:{' '}
        {Object.entries(SOURCE_WORDS)
          .map(([word, means]) => `${word}: ${means}`)
          .join('; ')}
        . Check everything against your own place and experience.
      </p>
    </>
  );
}
