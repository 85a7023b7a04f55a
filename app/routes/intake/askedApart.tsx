import { useFetcher } from 'react-router';
import type { InterviewContext } from './asking.ts';
import { AskText, AskTick, AskWords } from './asks.tsx';

// Questions that ask more than one thing, or look up what is typed.

type Asked = { context: InterviewContext };
const askOf = ({ answers, faults, say }: InterviewContext) => ({ answers, faults, say });

export function AskVariety({ context }: Asked) {
  const lines = useFetcher<{ names: string[] }>({ key: 'lines' });
  return (
    <AskText
      {...askOf(context)}
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

export function AskOffspring({ context }: Asked) {
  return (
    <AskTick
      {...askOf(context)}
      name="offspring"
      label={`Take it in as “Offspring of ${context.answers['variety'] || 'its name'}”`}
      hint="Kept small, as a trial. To turn it away instead, use “Refuse this seed” below"
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
        label="Who brings it?"
        hint="A new name is added to the people"
        unknown
        suggestions={people.data?.names ?? []}
        say={(name, value) => {
          say(name, value);
          if (value !== 'unknown') void people.load(`/suggest?${new URLSearchParams({ typed: value })}`);
        }}
      />
      {context.asksWho && <AskTick {...askOf(context)} name="donorNew" label="It is somebody new" />}
    </div>
  );
}

export function AskGarden({ context }: Asked) {
  const ask = askOf(context);
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
}

export function AskSample({ context }: Asked) {
  const { crop } = context;
  return (
    <div className="grid gap-5 sm:grid-cols-2">
      <AskText
        {...askOf(context)}
        name="sampleSeeds"
        label="Counted sample (optional)"
        hint={crop ? `Seeds; without it, ${crop.seedsPerGram[0]} to ${crop.seedsPerGram[1]} in a gram are taken` : undefined}
        inputMode="numeric"
      />
      <AskText {...askOf(context)} name="sampleWeight" label="They weigh" hint="2.4 g" />
    </div>
  );
}

export function AskNote({ context }: Asked) {
  return (
    <div className="space-y-3">
      <AskWords {...askOf(context)} name="note" label="Anything else (optional)" />
      {context.loan && <AskTick {...askOf(context)} name="keepsLoanOpen" label="More is still to come" />}
    </div>
  );
}
