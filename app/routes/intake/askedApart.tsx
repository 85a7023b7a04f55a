import { useFetcher } from 'react-router';
import type { InterviewContext } from './asking.ts';
import { AskSure, AskText, AskTick, AskWords } from './asks.tsx';

// Questions that ask more than one thing, or look up what is typed.

type Asked = { context: InterviewContext };
const askOf = ({ answers, faults, say }: InterviewContext) => ({ answers, faults, say });

export function AskVariety({ context }: Asked) {
  const lines = useFetcher<{ names: string[] }>({ key: 'lines' });
  const ask = askOf(context);
  return (
    <div className="space-y-2">
      <AskText
        {...ask}
        name="variety"
        label="Variety"
        hint="The name as the donor gives it"
        suggestions={lines.data?.names ?? []}
        say={(name, value) => {
          context.say(name, value);
          if (context.crop) void lines.load(`/suggest?${new URLSearchParams({ crop: context.crop.id, typed: value })}`);
        }}
      />
      {context.asks === 'variety' && <AskSure {...ask} name="varietyNew" of="variety" words={(name) => `‘${name}’ is another variety`} />}
    </div>
  );
}

export function AskOffspring({ context }: Asked) {
  return (
    <AskTick
      {...askOf(context)}
      name="offspring"
      label={`Keep it as “offspring of ${context.answers['variety'] || 'its name'}”`}
      hint="Keep a small amount as a trial. To turn it away, use “Refuse this seed” below"
    />
  );
}

export function AskDonor({ context }: Asked) {
  const people = useFetcher<{ names: string[] }>({ key: 'people' });
  const { say, loan } = context;
  if (loan)
    return (
      <p>
        <b>Grower</b>: {loan.member}
      </p>
    );
  return (
    <div className="space-y-2">
      <AskText
        {...askOf(context)}
        name="donor"
        label="Who is bringing it?"
        hint="A new name is added to your people"
        unknown
        suggestions={people.data?.names ?? []}
        say={(name, value) => {
          say(name, value);
          if (value !== 'unknown') void people.load(`/suggest?${new URLSearchParams({ typed: value })}`);
        }}
      />
      {context.asks === 'who' && <AskSure {...askOf(context)} name="donorNew" of="donor" words={(name) => `${name} is a new person`} />}
    </div>
  );
}

export function AskGarden({ context }: Asked) {
  const ask = askOf(context);
  return (
    <div className="space-y-3">
      <AskText {...ask} name="garden" label="Which garden did it grow in?" unknown suggestions={context.gardens} />
      {context.asks === 'garden' && <AskSure {...ask} name="gardenNew" of="garden" words={(name) => `${name} is a new garden`} />}
      {ask.answers['garden'] && ask.answers['garden'] !== 'unknown' && (
        <AskText
          {...ask}
          name="gardenPlace"
          label="Where is the garden? (optional)"
          hint="For example 300 m to Alder Row, or 41.21, -34.04"
          unknown
        />
      )}
    </div>
  );
}

export function AskSample({ context }: Asked) {
  const { crop } = context;
  return (
    <div className="grid gap-5 sm:grid-cols-2">
      <AskText
        {...askOf(context)}
        name="sampleSeeds"
        label="Counted sample (optional)"
        hint={
          crop ? `Number of seeds. Without a sample we assume ${crop.seedsPerGram[0]} to ${crop.seedsPerGram[1]} seeds per gram` : undefined
        }
        inputMode="numeric"
      />
      <AskText {...askOf(context)} name="sampleWeight" label="Weight of the sample" hint="2.4 g" />
    </div>
  );
}

export function AskNote({ context }: Asked) {
  return (
    <div className="space-y-3">
      <AskWords {...askOf(context)} name="note" label="Anything else (optional)" />
      {context.loan && <AskTick {...askOf(context)} name="keepsLoanOpen" label="More is coming later" />}
    </div>
  );
}
