import type { ReactNode } from 'react';
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
import { METHOD_NAMES } from '#words/methods.ts';
import { NAME_SOURCE_WORDS, questionWords, ROGUING_WORDS, STIGMA_WORDS, type AskedApart, type PlainQuestion } from '#words/questions.ts';
import { KIND_WORDS, ORIGIN_WORDS, STORED_WORDS } from '#words/vocabulary.ts';
import { useUnits } from '#app/ui/units.tsx';
import { AskCrop } from './AskCrop.tsx';
import { AskDiseaseAnswers, AskDiseases } from './AskDiseases.tsx';
import { choices, type InterviewContext } from './asking.ts';
import { AskDonor, AskGarden, AskNote, AskOffspring, AskSample, AskVariety } from './askedApart.tsx';
import { AskChoice, AskDay, AskSure, AskText, AskTick, type Choice } from './asks.tsx';
import { AskPickings } from './AskPickings.tsx';
import { AskNeighbours } from './neighbours.tsx';

/** How a question is answered: a choice, a line, a day, or a tick. `unknown` gives it a box for that. */
type Form =
  | { readonly as: 'choice'; readonly choices: readonly Choice[]; readonly unknown?: boolean; readonly several?: boolean }
  | ({ readonly as: 'line' } & Pick<Parameters<typeof AskText>[0], 'unknown' | 'inputMode' | 'className'>)
  | { readonly as: 'day'; readonly unknown: boolean }
  | { readonly as: 'tick' };

const oneOf = (all: readonly Choice[]): Form => ({ as: 'choice', choices: all });
const oneOrUnknown = (all: readonly Choice[]): Form => ({ as: 'choice', choices: all, unknown: true });
const several = (all: readonly Choice[]): Form => ({ as: 'choice', choices: all, several: true });
const yesNo = oneOrUnknown(choices(['yes', 'no']));
const LINE: Form = { as: 'line' };
const LINE_OR_UNKNOWN: Form = { as: 'line', unknown: true };
const COUNT_OR_UNKNOWN: Form = { as: 'line', unknown: true, inputMode: 'numeric' };
const DAY_OR_UNKNOWN: Form = { as: 'day', unknown: true };
const ways = METHODS.map((value) => ({ value, label: METHOD_NAMES[value] }));

const FORM_OF: Readonly<Record<PlainQuestion, Form>> = {
  source: oneOf(choices(DESK_ORIGINS, ORIGIN_WORDS)),
  nameFrom: oneOrUnknown(choices(NAME_SOURCES, NAME_SOURCE_WORDS)),
  nameSure: oneOrUnknown(choices(NAME_SURENESS)),
  kind: oneOrUnknown(
    choices(
      KINDS.filter((kind) => kind !== 'unknown'),
      KIND_WORDS,
    ),
  ),
  boughtPlant: yesNo,
  treated: yesNo,
  use: oneOrUnknown(choices(USES)),
  protectedName: yesNo,
  invasive: yesNo,

  harvested: LINE_OR_UNKNOWN,
  seasonsGrown: COUNT_OR_UNKNOWN,
  firstSource: LINE,
  dateMeans: oneOrUnknown(choices(DATE_MEANINGS)),
  packetDate: LINE_OR_UNKNOWN,
  ageYears: LINE_OR_UNKNOWN,
  statedGermination: LINE,
  daysToEmerge: { as: 'line', inputMode: 'numeric' },

  plantsSown: COUNT_OR_UNKNOWN,
  plantsStanding: COUNT_OR_UNKNOWN,
  plantsHarvested: COUNT_OR_UNKNOWN,
  selection: oneOrUnknown(choices(SELECTIONS)),
  traits: LINE,
  roguing: oneOrUnknown(choices(ROGUINGS, ROGUING_WORDS)),
  offTypes: COUNT_OR_UNKNOWN,
  bolters: oneOrUnknown(choices(BOLTERS)),
  boltedWhy: oneOrUnknown(choices(BOLT_REASONS)),
  selfSown: { as: 'tick' },
  forcedByWeather: LINE,

  methods: several(ways),
  earlierMethods: several(ways),
  pollinatedOn: DAY_OR_UNKNOWN,
  pickedOn: DAY_OR_UNKNOWN,
  stigma: oneOrUnknown(choices(STIGMAS, STIGMA_WORDS)),

  form: oneOf(choices(FORMS)),
  ripeSigns: yesNo,
  dried: oneOrUnknown(choices(DRYINGS)),
  look: several(choices(LOOKS)),
  insects: oneOrUnknown(choices(INSECTS)),
  mould: yesNo,
  storedIn: oneOrUnknown(choices(STORED_SO_FAR, STORED_WORDS)),
  storedSince: LINE_OR_UNKNOWN,

  amount: { as: 'line', className: 'text-large' },
  place: LINE,
  container: oneOf(choices(CONTAINER_NAMES)),
};

const ASKED_APART: Readonly<Record<AskedApart, (props: { context: InterviewContext }) => ReactNode>> = {
  crop: AskCrop,
  variety: AskVariety,
  offspring: AskOffspring,
  donor: AskDonor,
  garden: AskGarden,
  diseases: AskDiseases,
  diseaseAnswers: AskDiseaseAnswers,
  pickings: AskPickings,
  neighbours: AskNeighbours,
  sample: AskSample,
  note: AskNote,
};

/** One question of the interview, with the words in which it is asked of this crop. */
export function AskQuestion({ question, context }: { question: Question; context: InterviewContext }): ReactNode {
  if (Object.hasOwn(ASKED_APART, question)) {
    const Ask = ASKED_APART[question as AskedApart];
    return <Ask context={context} />;
  }
  return <AskPlain question={question as PlainQuestion} context={context} />;
}

function AskPlain({ question, context }: { question: PlainQuestion; context: InterviewContext }) {
  const units = useUnits();
  const { answers, faults, say, crop, distance, plants, ripe } = context;
  const isWhole = answers['form'] === 'whole fruit' || answers['form'] === 'heads or pods';
  const ask = { answers, faults, say, name: question, ...questionWords(question, { crop, units, distance, plants, ripe, isWhole }) };
  const form = FORM_OF[question];
  switch (form.as) {
    case 'choice':
      return <AskChoice {...ask} {...form} />;
    case 'line':
      return (
        <>
          <AskText {...ask} {...form} {...(question === 'place' && { suggestions: context.places })} />
          {question === 'harvested' && context.asks === 'harvest' && (
            <AskSure {...ask} name="sureHarvested" of="harvested" words={(typed) => `Yes, ${typed} is right`} />
          )}
        </>
      );
    case 'day':
      return <AskDay {...ask} {...form} />;
    case 'tick':
      return <AskTick {...ask} />;
  }
}
