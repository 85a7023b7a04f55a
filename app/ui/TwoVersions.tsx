import type { ReactNode } from 'react';
import { Heads, Table } from './Table.tsx';

/** One thing that two people have changed at once: its name, what is on record now, and what was typed here. */
export type Apart = readonly [title: string, theirs: ReactNode, mine: ReactNode];

/** What two people have changed at once, where their versions differ; the form below still holds one's own. */
export function TwoVersions({ rows }: { rows: readonly Apart[] }) {
  if (rows.length === 0) return <p>Their version and yours are the same.</p>;
  return (
    <Table caption="Both versions">
      <Heads of={['', 'On record now', 'Yours']} />
      <tbody>
        {rows.map(([title, theirs, mine]) => (
          <tr key={title}>
            <th scope="row" className="py-2 pr-3 text-left align-top font-semibold">
              {title}
            </th>
            <td>{theirs}</td>
            <td>{mine}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** A field of a form: its name, what it is called, and how its value is shown. */
export type Titled = readonly [name: string, title: string, show?: (value: string) => string];

/**
 * The fields in which what is on record now differs from what was typed.
 * @param typed what an answer to a form gives back of it
 */
export function fieldsApart(fields: readonly Titled[], theirs: Readonly<Record<string, string>>, typed: unknown): Apart[] {
  const mine = (typed ?? {}) as Readonly<Record<string, unknown>>;
  return fields.flatMap(([name, title, show = (value) => value || 'none']) => {
    const [now, here] = [theirs[name] ?? '', typeof mine[name] === 'string' ? mine[name] : ''];
    return now === here ? [] : [[title, show(now), show(here)] as const];
  });
}

/** A record as its form would show it: its fields, and the word for what was shown. */
export interface OnRecord {
  readonly shown: string;
  readonly fields: Readonly<Record<string, string>>;
}

/** What a form was shown of its record, and the record as it was by the time the form was refused. */
export interface Overtaken {
  readonly shown: string;
  readonly now: OnRecord | undefined;
}

/** Whether somebody else has changed the record since the form was shown. */
export const isOvertaken = ({ shown, now }: Overtaken): boolean => now !== undefined && now.shown !== shown;

/** Keeps in a form what it was shown; both versions, where somebody else has changed the record meanwhile. What is sent then knows of theirs. */
export function Shown({ titled, typed, ...of }: Overtaken & { readonly titled: readonly Titled[]; readonly typed: unknown }) {
  return (
    <>
      <input type="hidden" name="shown" value={of.now?.shown ?? of.shown} />
      {of.now && isOvertaken(of) && <TwoVersions rows={fieldsApart(titled, of.now.fields, typed)} />}
    </>
  );
}
