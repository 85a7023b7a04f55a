import type { ReactNode } from 'react';
import { useFetcher } from 'react-router';
import { METHOD_NAMES } from '#app/ui/promiseWords.ts';
import { KIND_WORDS, ORIGIN_WORDS, STORED_WORDS } from '#app/ui/words.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import { DESK_ORIGINS, KINDS, STORED_SO_FAR } from '#core/lots/words.ts';
import {
  BOLT_REASONS,
  BOLTERS,
  DATE_MEANINGS,
  DRYINGS,
  FORMS,
  INSECTS,
  LOOKS,
  NAME_SOURCES,
  NAME_SURENESS,
  ROGUINGS,
  SELECTIONS,
  STIGMAS,
  USES,
} from '#core/passport/passport.ts';
import type { Question } from '#core/passport/questions.ts';
import { CONTAINER_NAMES } from '#core/stock/containers.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { choices, type InterviewContext } from './asking.ts';
import { AskChoice, AskText, AskTick, AskWords, type Choice } from './asks.tsx';
import { AskCrop } from './AskCrop.tsx';
import { AskDiseaseAnswers, AskDiseases } from './AskDiseases.tsx';
import { AskNeighbours } from './neighbours.tsx';
import { useUnits } from '#app/ui/units.tsx';

const YES_NO: readonly Choice[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];

/** One question of the interview, with the words in which it is asked of this crop. */
export function AskQuestion({ question, context }: { question: Question; context: InterviewContext }): ReactNode {
  const ask = { answers: context.answers, faults: context.faults, say: context.say };
  const { crop } = context;
  const units = useUnits();
  const group = crop?.name.toLowerCase() ?? 'its kind';
  switch (question) {
    case 'source':
      return <AskChoice {...ask} name="source" label="How did it come?" choices={choices(DESK_ORIGINS, ORIGIN_WORDS)} />;
    case 'crop':
      return <AskCrop context={context} />;
    case 'variety':
      return <AskVariety context={context} />;
    case 'nameFrom':
      return (
        <AskChoice
          {...ask}
          name="nameFrom"
          label="Where is the name from?"
          choices={choices(NAME_SOURCES, {
            packet: 'A packet',
            grower: 'Who grew it',
            family: 'Family or farm',
            neighbour: 'A neighbour',
            guess: 'A guess',
          })}
          unknown
        />
      );
    case 'nameSure':
      return <AskChoice {...ask} name="nameSure" label="How sure is it?" choices={choices(NAME_SURENESS)} unknown />;
    case 'kind':
      return (
        <AskChoice
          {...ask}
          name="kind"
          label="What kind of seed?"
          hint={context.crop?.hybrids === 'common' ? 'Shops sell hybrids of this crop, often without saying so' : undefined}
          choices={choices(
            KINDS.filter((kind) => kind !== 'unknown'),
            KIND_WORDS,
          )}
          unknown
        />
      );
    case 'boughtPlant':
      return (
        <AskChoice
          {...ask}
          name="boughtPlant"
          label="Was the mother a bought plant or fruit?"
          hint="A plant from a shop is often a hybrid, whatever its label says"
          choices={YES_NO}
          unknown
        />
      );
    case 'offspring':
      return (
        <AskTick
          {...ask}
          name="offspring"
          label={`Take it in as “Offspring of ${ask.answers['variety'] || 'its name'}”`}
          hint="Kept small, as a trial. To turn it away instead, use “Refuse this seed” below"
        />
      );
    case 'treated':
      return (
        <AskChoice
          {...ask}
          name="treated"
          label="Is it coated, coloured or treated?"
          hint="A coat or a bright colour hides fungicide: gloves on"
          choices={YES_NO}
          unknown
        />
      );
    case 'use':
      return <AskChoice {...ask} name="use" label="Was it sold for sowing or for food?" choices={choices(USES)} unknown />;
    case 'protectedName':
      return (
        <AskChoice
          {...ask}
          name="protectedName"
          label="Is the name protected or patented?"
          hint="Look for a sign by the name. Rules differ by place"
          choices={YES_NO}
          unknown
        />
      );
    case 'invasive':
      return <AskChoice {...ask} name="invasive" label="Is it listed as noxious or invasive here?" choices={YES_NO} unknown />;
    case 'donor':
      return <AskDonor context={context} />;
    case 'garden':
      return (
        <div className="space-y-3">
          <AskText {...ask} name="garden" label="In which garden did it grow?" unknown suggestions={context.gardens} />
          {ask.answers['garden'] && ask.answers['garden'] !== 'unknown' && (
            <AskText
              {...ask}
              name="gardenPlace"
              label="Where that is, if you like (optional)"
              hint="300 m to Alder Row, or 41.21, -34.04"
              unknown
            />
          )}
        </div>
      );
    case 'harvested':
      return <AskText {...ask} name="harvested" label="When was it harvested?" hint="Sep 2025, or 2025" unknown />;
    case 'seasonsGrown':
      return (
        <AskText
          {...ask}
          name="seasonsGrown"
          label="For how many seasons have they saved it?"
          hint="1, where this was the first"
          unknown
          inputMode="numeric"
        />
      );
    case 'firstSource':
      return <AskText {...ask} name="firstSource" label="And before that? (optional)" hint="First source, as it was told" />;
    case 'dateMeans':
      return <AskChoice {...ask} name="dateMeans" label="What does the printed date mean?" choices={choices(DATE_MEANINGS)} unknown />;
    case 'packetDate':
      return <AskText {...ask} name="packetDate" label="What date is printed?" hint="12/2024, or 2024" unknown />;
    case 'ageYears':
      return <AskText {...ask} name="ageYears" label="How old may it be?" hint="3 to 6 years" unknown />;
    case 'statedGermination':
      return <AskText {...ask} name="statedGermination" label="Germination it states (optional)" hint="85 %" />;
    case 'daysToEmerge':
      return <AskText {...ask} name="daysToEmerge" label="Days to emerge it states (optional)" inputMode="numeric" />;
    case 'plantsSown':
      return <AskText {...ask} name="plantsSown" label="How many plants were there at first? (optional)" unknown inputMode="numeric" />;
    case 'plantsStanding':
      return (
        <AskText
          {...ask}
          name="plantsStanding"
          label="How many stood and flowered?"
          hint="Those left after frost, birds and roguing"
          unknown
          inputMode="numeric"
        />
      );
    case 'plantsHarvested':
      return (
        <AskText
          {...ask}
          name="plantsHarvested"
          label="How many gave seed?"
          hint={context.plants === null ? undefined : `This library asks for ${context.plants} or more`}
          unknown
          inputMode="numeric"
        />
      );
    case 'selection':
      return <AskChoice {...ask} name="selection" label="Which plants was seed saved from?" choices={choices(SELECTIONS)} unknown />;
    case 'traits':
      return <AskText {...ask} name="traits" label="Chosen for what? (optional)" hint="Earliness, flavour, standing through drought" />;
    case 'roguing':
      return (
        <AskChoice {...ask} name="roguing" label="Were off-types pulled out?" choices={choices(ROGUINGS, { none: 'Not pulled' })} unknown />
      );
    case 'offTypes':
      return <AskText {...ask} name="offTypes" label="How many off-types were seen?" hint="0 is an answer" unknown inputMode="numeric" />;
    case 'bolters':
      return (
        <AskChoice
          {...ask}
          name="bolters"
          label="And those that flowered too early?"
          hint={crop?.lifeCycle === 'biennial' ? 'In their first year' : undefined}
          choices={choices(BOLTERS)}
          unknown
        />
      );
    case 'boltedWhy':
      return (
        <AskChoice
          {...ask}
          name="boltedWhy"
          label="Why did they bolt?"
          hint="By nature it is inherited; drought, heat and late sowing are the gardener’s doing"
          choices={choices(BOLT_REASONS)}
          unknown
        />
      );
    case 'diseases':
      return <AskDiseases context={context} />;
    case 'diseaseAnswers':
      return <AskDiseaseAnswers context={context} />;
    case 'pickings':
      return (
        <AskText
          {...ask}
          name="pickings"
          label="In how many pickings? (optional)"
          hint="Seed that ripens in stages is picked several times, into one lot"
          inputMode="numeric"
        />
      );
    case 'selfSown':
      return <AskTick {...ask} name="selfSown" label="The plants had sown themselves" />;
    case 'forcedByWeather':
      return (
        <AskText
          {...ask}
          name="forcedByWeather"
          label="Did weather force the harvest? (optional)"
          hint="A storm was due; the rest ripened indoors"
        />
      );
    case 'neighbours':
      return <AskNeighbours context={context} />;
    case 'methods':
      return (
        <AskChoice
          {...ask}
          name="methods"
          label="What kept it apart?"
          hint={context.distance === null ? undefined : `House rule: ${formatMetres(context.distance, units)} from the next`}
          choices={METHODS.map((value) => ({ value, label: METHOD_NAMES[value] }))}
          several
        />
      );
    case 'earlierMethods':
      return (
        <AskChoice
          {...ask}
          name="earlierMethods"
          label="What kept it apart in the years before? (optional)"
          hint="As a rule; leave it empty if nobody knows"
          choices={METHODS.filter((method) => method !== 'unknown').map((value) => ({ value, label: METHOD_NAMES[value] }))}
          several
        />
      );
    case 'pollinatedOn':
      return <AskText {...ask} name="pollinatedOn" label="Pollinated by hand on" type="date" unknown />;
    case 'pickedOn':
      return <AskText {...ask} name="pickedOn" label="Fruit picked on" type="date" unknown />;
    case 'stigma':
      return (
        <AskChoice
          {...ask}
          name="stigma"
          label="Does the stigma stick out of the flower’s cone?"
          hint={`In some large old and currant kinds of ${group} it does, and those cross`}
          choices={choices(STIGMAS, { hidden: 'It is hidden' })}
          unknown
        />
      );
    case 'form':
      return <AskChoice {...ask} name="form" label="What does it come as?" choices={choices(FORMS)} />;
    case 'ripeSigns':
      return (
        <AskChoice
          {...ask}
          name="ripeSigns"
          label="Are the signs there?"
          hint={context.ripe ? `Ripe: ${context.ripe.charAt(0).toLowerCase()}${context.ripe.slice(1)}` : undefined}
          choices={YES_NO}
          unknown
        />
      );
    case 'dried':
      return <AskChoice {...ask} name="dried" label="How was it dried?" choices={choices(DRYINGS)} unknown />;
    case 'look':
      return <AskChoice {...ask} name="look" label="How does the seed look? (optional)" choices={choices(LOOKS)} several />;
    case 'insects':
      return (
        <AskChoice
          {...ask}
          name="insects"
          label="Insects, or their holes?"
          hint={crop ? `This crop carries ${crop.pests.join(', ')}` : undefined}
          choices={choices(INSECTS)}
          unknown
        />
      );
    case 'mould':
      return <AskChoice {...ask} name="mould" label="Any mould?" choices={YES_NO} unknown />;
    case 'storedIn':
      return (
        <AskChoice {...ask} name="storedIn" label="Where was it kept until today?" choices={choices(STORED_SO_FAR, STORED_WORDS)} unknown />
      );
    case 'storedSince':
      return <AskText {...ask} name="storedSince" label="Since when?" hint="Oct 2025" unknown />;
    case 'amount':
      return (
        <AskText
          {...ask}
          name="amount"
          label="How much is there?"
          hint={
            isWhole(ask.answers['form']) ? '12 fruits, 3 heads, a 2 kg sack' : '180 g, 1 lb 6 oz, about 300 seeds, 3 packets of 40, ½ tsp'
          }
          className="text-large"
        />
      );
    case 'sample':
      return (
        <div className="grid gap-5 sm:grid-cols-2">
          <AskText
            {...ask}
            name="sampleSeeds"
            label="Counted sample (optional)"
            hint={crop ? `Seeds; without it, ${crop.seedsPerGram[0]} to ${crop.seedsPerGram[1]} in a gram are taken` : undefined}
            inputMode="numeric"
          />
          <AskText {...ask} name="sampleWeight" label="They weigh" hint="2.4 g" />
        </div>
      );
    case 'place':
      return <AskText {...ask} name="place" label="Where does it go?" hint="A new place is added" suggestions={context.places} />;
    case 'container':
      return (
        <AskChoice
          {...ask}
          name="container"
          label="Into a"
          hint="Seed still drying wants one that breathes"
          choices={choices(CONTAINER_NAMES)}
        />
      );
    case 'note':
      return (
        <div className="space-y-3">
          <AskWords {...ask} name="note" label="Anything else (optional)" />
          {context.loan && <AskTick {...ask} name="keepsLoanOpen" label="More is still to come: keep the loan open" />}
        </div>
      );
  }
}

const isWhole = (form: string | undefined) => form === 'whole fruit' || form === 'heads or pods';

function AskVariety({ context }: { context: InterviewContext }) {
  const lines = useFetcher<{ names: string[] }>({ key: 'lines' });
  const ask = { answers: context.answers, faults: context.faults };
  return (
    <AskText
      {...ask}
      name="variety"
      label="Variety"
      hint="The name as it was given"
      suggestions={lines.data?.names ?? []}
      say={(name, value) => {
        context.say(name, value);
        if (context.crop) void lines.load(`/suggest?${new URLSearchParams({ crop: context.crop.id, typed: value })}`);
      }}
    />
  );
}

function AskDonor({ context }: { context: InterviewContext }) {
  const people = useFetcher<{ names: string[] }>({ key: 'people' });
  const { answers, faults, say, loan } = context;
  if (loan)
    return (
      <p>
        <b>Grower</b>: {loan.member}
      </p>
    );
  return (
    <div className="space-y-2">
      <AskText
        answers={answers}
        faults={faults}
        name="donor"
        label="Who brings it?"
        hint="A new name is added to the people"
        unknown
        suggestions={people.data?.names ?? []}
        say={(name, value) => {
          say(name, value);
          if (value !== 'unknown') void people.load(`/suggest?${new URLSearchParams({ typed: value })}`);
        }}
      />
      {context.asksWho && <AskTick answers={answers} say={say} name="donorNew" label="It is somebody new" />}
    </div>
  );
}
