import { DISEASE_ANSWER_WORDS, MEANS_RISK } from '#words/diseases.ts';
import { answersFor, isDiseaseAnswer, isDiseaseMeans } from '#core/almanac/diseases.ts';
import { diseaseField, diseasesSeen, OTHER_DISEASE } from '#core/passport/answers.ts';
import { capital, choices, type InterviewContext } from './asking.ts';
import { AskChoice, AskText } from './asks.tsx';
import { proseIn } from '#core/units/proseIn.ts';
import { useUnits } from '#app/ui/units.tsx';

/** Which diseases that travel in seed were seen on the plants; what the almanac does not name is written in words. */
export function AskDiseases({ context }: { context: InterviewContext }) {
  const { answers, faults, say, crop } = context;
  const ask = { answers, faults, say };
  return (
    <div className="space-y-4">
      <AskChoice
        {...ask}
        name="diseases"
        label="Did you see any of these on the plants?"
        hint={crop && crop.diseases.length > 0 ? 'They can spread through this crop’s seed' : 'A disease that seed may carry'}
        choices={[
          { value: 'none', label: 'None of them' },
          ...(crop?.diseases ?? []).map(({ name }) => ({ value: name, label: capital(name) })),
          { value: OTHER_DISEASE, label: 'Something else' },
        ]}
        unknown
        several
      />
      {diseasesSeen(answers).includes(OTHER_DISEASE) && (
        <AskText
          {...ask}
          name="diseaseOther"
          label="What was seen?"
          hint="Its name, or what it looked like, for example black spots on the pods"
        />
      )}
    </div>
  );
}

/** What is done about each disease seen: its usual answers first, with what the chosen one risks. */
export function AskDiseaseAnswers({ context }: { context: InterviewContext }) {
  const units = useUnits();
  const { answers, faults, say, crop } = context;
  return (
    <div className="space-y-4">
      {diseasesSeen(answers).map((name) => {
        const disease = crop?.diseases.find((one) => one.name === name) ?? null;
        const field = diseaseField(name);
        const chosen = answers[field] ?? '';
        const called = disease ? capital(name) : capital(answers['diseaseOther'] || 'The other disease');
        return (
          <div key={name}>
            <AskChoice
              answers={answers}
              faults={faults}
              say={say}
              name={field}
              label={`${called}: what will you do about it?`}
              hint={disease ? `${proseIn(units, disease.usual)}.` : 'Ask an expert before you lend this seed'}
              choices={choices(answersFor(disease), DISEASE_ANSWER_WORDS)}
            />
            <p aria-live="polite" className="mt-1 text-small text-doubt">
              {chosen === 'refuse' && 'The seed is refused. A lot you already have is put on hold until you discard it; do not compost it.'}
              {isDiseaseAnswer(chosen) && isDiseaseMeans(chosen) && `Risk: ${MEANS_RISK[chosen]}.`}
            </p>
          </div>
        );
      })}
    </div>
  );
}
