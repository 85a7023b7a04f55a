import { Form, Link, useSubmit } from 'react-router';
import { crossing, type Readiness } from '#core/almanac/crossing.ts';
import { readCrops, readGroups } from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import type { Route } from './+types/crossing.ts';

export const meta: Route.MetaFunction = () => [{ title: 'What crosses with what · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'read almanac');
  const [crops, groups] = await Promise.all([readCrops(db), readGroups(db)]);
  const wanted = new URL(request.url).searchParams.get('crop');
  const crop = crops.find(({ id }) => id === wanted) ?? crops.find(({ id }) => id === 'kale') ?? crops[0]!;
  const kin = crops.filter(
    (other) => other.id !== crop.id && (other.family === crop.family || crossing(groups, crop.group, other.group) !== null),
  );
  return {
    crop: {
      id: crop.id,
      name: crop.name,
      species: crop.species,
      family: crop.family,
      group: groups.find(({ id }) => id === crop.group)?.name ?? crop.group,
      misbeliefs: crop.misbeliefs,
    },
    kin: kin
      .map((other) => ({ id: other.id, name: other.name, species: other.species, how: crossing(groups, crop.group, other.group) }))
      .sort((one, other) => RANK.indexOf(one.how) - RANK.indexOf(other.how) || one.name.localeCompare(other.name)),
    crops: crops.map(({ id, name }) => ({ id, name })),
  };
}

const RANK: readonly (Readiness | null)[] = ['freely', 'a little', 'hardly', null];
const WORDS: Record<Readiness | 'never', string> = {
  freely: 'crosses freely',
  'a little': 'crosses a little',
  hardly: 'hardly ever crosses',
  never: 'does not cross',
};

export default function Crossing({ loaderData: { crop, kin, crops } }: Route.ComponentProps) {
  const submit = useSubmit();
  return (
    <>
      <PageHead
        title={`What crosses with ${crop.name.toLowerCase()}?`}
        about={
          <>
            Its crossing group: {crop.group}. Other crops of its family, {crop.family}, are shown too because people often ask about them.
          </>
        }
        actions={<ButtonLink to={`/almanac/${crop.id}`}>The crop</ButtonLink>}
      />
      <Form method="get" className="no-print mb-6 flex items-end gap-3" aria-label="Which crop?">
        <label>
          <span className="text-small font-semibold">Crop</span>
          <select
            name="crop"
            className="input mt-1 min-w-56"
            key={crop.id}
            defaultValue={crop.id}
            onChange={(event) => void submit(event.currentTarget.form)}
          >
            {crops.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <noscript>
          <Button type="submit">Show</Button>
        </noscript>
      </Form>
      <div className="grid gap-10 xl:grid-cols-[minmax(0,34rem)_1fr]">
        <Picture crop={crop} kin={kin} />
        <div>
          {kin.length === 0 ? (
            <p>No other crop in the almanac belongs to this family.</p>
          ) : (
            <Table caption={`What crosses with ${crop.name}`}>
              <thead>
                <tr className="text-left">
                  <th scope="col" className="py-2 pr-3 font-semibold">
                    Crop
                  </th>
                  <th scope="col" className="px-3 py-2 font-semibold">
                    Species
                  </th>
                  <th scope="col" className="px-3 py-2 font-semibold">
                    With {crop.name.toLowerCase()}
                  </th>
                </tr>
              </thead>
              <tbody>
                {kin.map((other) => (
                  <tr key={other.id}>
                    <td>
                      <Link className="link" to={`/almanac/crossing?crop=${other.id}`}>
                        {other.name}
                      </Link>
                    </td>
                    <td>
                      <i>{other.species}</i>
                    </td>
                    <td className={other.how === 'freely' ? 'font-semibold' : ''}>{WORDS[other.how ?? 'never']}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {crop.misbeliefs.length > 0 && (
            <>
              <h2 className="mt-6 mb-1">Common mistakes</h2>
              <ul className="list-disc pl-5">
                {crop.misbeliefs.map((belief) => (
                  <li key={belief}>{belief}.</li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
    </>
  );
}

const SIZE = 520;
const MIDDLE = SIZE / 2;
const NEAR = 150;
const FAR = 205;

const LINES: Record<Readiness, { width: number; dash?: string; look: string }> = {
  freely: { width: 6, look: 'stroke-grain' },
  'a little': { width: 3, dash: '10 6', look: 'stroke-grain' },
  hardly: { width: 2, dash: '2 7', look: 'stroke-edge' },
};

/** The crop in the middle, its kin around it: what crosses freely is near and on a broad line, what does not stands apart without one. */
function Picture({ crop, kin }: Pick<Route.ComponentProps['loaderData'], 'crop' | 'kin'>) {
  return (
    <figure>
      <svg
        viewBox={`-60 0 ${SIZE + 120} ${SIZE}`}
        className="w-full"
        role="img"
        aria-label={`Picture: what crosses with ${crop.name}. The table shows the same.`}
      >
        {kin.map((other, index) => {
          const angle = (index / kin.length) * 2 * Math.PI - Math.PI / 2;
          const radius = other.how === 'freely' ? NEAR : FAR;
          const [x, y] = [MIDDLE + radius * Math.cos(angle), MIDDLE + radius * Math.sin(angle)];
          const line = other.how && LINES[other.how];
          return (
            <g key={other.id}>
              {line && (
                <line
                  x1={MIDDLE}
                  y1={MIDDLE}
                  x2={x}
                  y2={y}
                  className={line.look}
                  strokeWidth={line.width}
                  strokeDasharray={line.dash}
                  strokeLinecap="round"
                />
              )}
              <circle
                cx={x}
                cy={y}
                r={other.how === 'freely' ? 11 : 7}
                className={other.how ? 'fill-grain' : 'fill-ground stroke-edge'}
                strokeWidth="2"
              />
              <text
                x={x + 16 * Math.cos(angle)}
                y={y + 16 * Math.sin(angle) + 5}
                textAnchor={Math.cos(angle) > 0.3 ? 'start' : Math.cos(angle) < -0.3 ? 'end' : 'middle'}
                dy={Math.abs(Math.cos(angle)) <= 0.3 ? (Math.sin(angle) > 0 ? 12 : -8) : 0}
                className={other.how ? 'fill-ink text-[15px] font-semibold' : 'fill-soft text-[14px]'}
              >
                {short(other.name)}
              </text>
            </g>
          );
        })}
        <circle cx={MIDDLE} cy={MIDDLE} r="52" className="fill-grain" />
        <text x={MIDDLE} y={MIDDLE + 6} textAnchor="middle" className="fill-on-grain text-[16px] font-semibold">
          {short(crop.name)}
        </text>
      </svg>
      <figcaption className="flex flex-wrap gap-x-6 gap-y-1 text-small">
        {(['freely', 'a little', 'hardly'] as const).map((how) => (
          <span key={how} className="inline-flex items-center gap-2">
            <svg width="36" height="10" aria-hidden>
              <line
                x1="2"
                x2="34"
                y1="5"
                y2="5"
                className={LINES[how].look}
                strokeWidth={LINES[how].width}
                strokeDasharray={LINES[how].dash}
                strokeLinecap="round"
              />
            </svg>
            {WORDS[how]}
          </span>
        ))}
        <span>no line: {WORDS.never}</span>
      </figcaption>
    </figure>
  );
}

const short = (name: string) => name.replace(/ \(.*\)$| and .*$/, '');
