import { useState } from 'react';
import { cropsMeant, findCrop } from '#core/almanac/findCrop.ts';
import { capital, type InterviewContext } from './asking.ts';
import { AskText } from './asks.tsx';

/** The crop, found by any of its names while typing. */
export function AskCrop({ context }: { context: InterviewContext }) {
  const { crops, answers, say } = context;
  const chosen = findCrop(crops, answers['crop'] ?? '');
  const [typed, setTyped] = useState(chosen?.name ?? answers['crop'] ?? '');
  const suggestions = crops.flatMap(({ name, alsoCalled }) => [name, ...alsoCalled.map((other) => capital(other))]);
  const meant = chosen ? [] : cropsMeant(crops, typed);
  const field = (
    <AskText
      answers={{ ...answers, crop: typed }}
      faults={context.faults}
      say={(name, value) => {
        setTyped(value);
        say(name, findCrop(crops, value)?.id ?? value);
      }}
      name="crop"
      label="Crop"
      hint={
        meant.length > 0
          ? 'Several species have this name. Which one is it?'
          : typed.length > 2 && !chosen
            ? 'Choose one from the list. If it is not there, a coordinator can add it under Almanac'
            : chosen && typed.toLowerCase() !== chosen.name.toLowerCase()
              ? `In the almanac as ${chosen.name}`
              : 'Type any of its names'
      }
      suggestions={suggestions}
    />
  );
  if (meant.length === 0) return field;
  return (
    <>
      {field}
      <ul aria-label={`Species called ${typed.toLowerCase()}`} className="space-y-2">
        {meant.map(({ id, name, knownBy }) => (
          <li key={id}>
            <button
              type="button"
              className="min-h-11 w-full rounded-sm border border-edge bg-sheet px-4 py-2 text-left hover:border-grain"
              onClick={() => {
                setTyped(name);
                say('crop', id);
              }}
            >
              <span className="block font-semibold">{name}</span>
              {knownBy && <span className="block text-small text-soft">{knownBy}</span>}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
