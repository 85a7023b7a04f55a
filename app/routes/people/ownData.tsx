import { Download } from 'lucide-react';
import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import { may } from '#core/people/may.ts';
import { readOwnData } from '#data/people/ownData.ts';
import type { Route } from './+types/ownData.ts';

export const meta: Route.MetaFunction = () => [{ title: 'What we keep about you · Kind Granary' }];

/** All that is kept of a person, for themselves and for whoever answers for it; for anybody else it is not there. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'read own loans');
  const id = Number(params.id);
  const kept = id === actor.personId || may(actor.role, 'manage people') ? await readOwnData(db, id) : undefined;
  if (!kept) throw data(null, { status: 404 });
  return { id, isOwn: id === actor.personId, kept };
}

const title = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);
const words = (column: string) => title(column.replaceAll('_', ' '));
const said = (value: string | number | boolean | null) =>
  value === null || value === '' ? '–' : value === true ? 'yes' : value === false ? 'no' : String(value);

export default function OwnDataPage({ loaderData: { id, isOwn, kept } }: Route.ComponentProps) {
  const name = String(kept['person']?.[0]?.['name'] ?? '');
  return (
    <>
      <PageHead
        title={isOwn ? 'What we keep about you' : `What we keep about ${name}`}
        about="All of it. Passwords and PINs are kept as digests that nobody can read."
        actions={
          <>
            <ButtonLink to={`/people/${id}/data.json`} reloadDocument>
              <Download aria-hidden className="size-5" />
              Download JSON
            </ButtonLink>
            <ButtonLink to={isOwn ? '/mine' : `/people/${id}`}>Back</ButtonLink>
          </>
        }
      />
      {Object.entries(kept).map(([of, rows]) => (
        <section key={of} aria-label={title(of)} className="mb-8">
          <h2 className="mb-1">{title(of)}</h2>
          {rows.length === 0 ? (
            <p className="text-soft">Nothing.</p>
          ) : (
            <Table caption={title(of)}>
              <thead>
                <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
                  {Object.keys(rows[0]!).map((column) => (
                    <th key={column} scope="col">
                      {words(column)}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((row, index) => (
                  <tr key={index}>
                    {Object.entries(row).map(([column, value]) => (
                      <td key={column}>{said(value)}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </section>
      ))}
    </>
  );
}
