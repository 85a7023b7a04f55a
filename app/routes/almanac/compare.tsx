import { Form, useSubmit } from 'react-router';
import { CHAPTERS, FACT_KEYS, factKind } from '#core/almanac/facts.ts';
import { listCropNames, readCrop } from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { factWords } from '#words/facts.ts';
import { PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import type { Route } from './+types/compare.ts';
import { FACT_TITLES } from '#words/almanac.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Compare two crops · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'read almanac');
  const params = new URL(request.url).searchParams;
  const names = await listCropNames(db);
  const known = (id: string | null, usual: string) => names.find((crop) => crop.id === id)?.id ?? usual;
  const one = known(params.get('one'), 'tomato');
  const other = known(params.get('other'), one === 'pepper' ? 'tomato' : 'pepper');
  const [left, right] = await Promise.all([readCrop(db, one), readCrop(db, other)]);
  return {
    one,
    other,
    names: names.map(({ id, name }) => ({ id, name })),
    heads: [left!.name, right!.name] as const,
    chapters: CHAPTERS.map((chapter) => ({
      chapter,
      rows: FACT_KEYS.filter((key) => factKind(key).chapter === chapter).map((key) => ({
        key,
        title: FACT_TITLES[key],
        left: factWords(key, left![key], house.units) ?? '–',
        right: factWords(key, right![key], house.units) ?? '–',
      })),
    })),
  };
}

export default function Compare({ loaderData: { one, other, names, heads, chapters } }: Route.ComponentProps) {
  const submit = useSubmit();
  const pick = (name: 'one' | 'other', value: string, label: string) => (
    <label>
      <span className="text-small font-semibold">{label}</span>
      <select
        key={value}
        name={name}
        defaultValue={value}
        className="input mt-1 min-w-48"
        onChange={(event) => void submit(event.currentTarget.form)}
      >
        {names.map(({ id, name: words }) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <>
      <PageHead title="Compare two crops" about="Differences are in bold." actions={<ButtonLink to="/almanac">Almanac</ButtonLink>} />
      <Form method="get" className="no-print mb-6 flex flex-wrap items-end gap-3" aria-label="Which crops?">
        {pick('one', one, 'First crop')}
        {pick('other', other, 'Second crop')}
        <noscript>
          <Button type="submit">Compare</Button>
        </noscript>
      </Form>
      <Table caption={`${heads[0]} beside ${heads[1]}`}>
        <thead>
          <tr className="text-left">
            <th scope="col" className="py-2 pr-3 font-semibold">
              Fact
            </th>
            {heads.map((head, index) => (
              <th key={index} scope="col" className="px-3 py-2 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        {chapters.map(({ chapter, rows }) => (
          <tbody key={chapter}>
            <tr>
              <th scope="rowgroup" colSpan={3} className="pt-5 pb-1 text-left font-slab text-large font-semibold">
                {chapter.charAt(0).toUpperCase() + chapter.slice(1)}
              </th>
            </tr>
            {rows.map((row) => (
              <tr key={row.key}>
                <th scope="row" className="py-2 pr-3 text-left align-top font-normal text-soft">
                  {row.title}
                </th>
                {[row.left, row.right].map((words, index) => (
                  <td key={index} className={row.left === row.right ? '' : 'font-semibold'}>
                    {words}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        ))}
      </Table>
    </>
  );
}
