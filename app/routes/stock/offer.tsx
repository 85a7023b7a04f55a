import { Download } from 'lucide-react';
import { ButtonLink } from '#app/ui/Button.tsx';
import { SearchForm } from '#app/ui/List.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import { readyWords } from '#words/offer.ts';
import { CLAIM_TONES, CLAIM_WORDS } from '#words/claims.ts';
import type { Route } from './+types/offer.ts';
import { readOffer } from './offer.server.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `What we offer · ${loaderData?.library ?? 'Kind Granary'}` }];

/** What may be borrowed, for everybody: no person, no place, no amount. Off until the house says how to ask for it. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams.get('search')?.trim().slice(0, 60) ?? '';
  return { search, ...(await readOffer(context, search)) };
}

export default function OfferPage({ loaderData: { library, howToAsk, search, kinds } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="What we offer"
        about={`Seed that ${library} lends now.`}
        actions={
          <>
            <ButtonLink to="/offer.pdf" reloadDocument>
              <Download aria-hidden className="size-5" />
              Download booklet (PDF)
            </ButtonLink>
            <ButtonLink to="/offer.csv" reloadDocument>
              <Download aria-hidden className="size-5" />
              Download CSV
            </ButtonLink>
            <ButtonLink to="/offer.json" reloadDocument>
              <Download aria-hidden className="size-5" />
              Download JSON
            </ButtonLink>
          </>
        }
      />
      <Notice tone="good">How to ask: {howToAsk}</Notice>
      <SearchForm label="Find seed" hint="Crop or variety" value={search} />
      {kinds.length === 0 ? (
        <Empty>{search ? 'No results. Try part of a name.' : 'Nothing can be lent right now.'}</Empty>
      ) : (
        <Table caption="What we offer">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Kind</th>
              <th scope="col">Saving seed is</th>
              <th scope="col">Seed is ready</th>
              <th scope="col">The label promises</th>
            </tr>
          </thead>
          <tbody>
            {kinds.map((kind) => (
              <tr key={`${kind.crop} ${kind.variety}`}>
                <td>
                  <b>
                    {kind.crop} ‘{kind.variety}’
                  </b>
                  <span className="block text-small text-soft italic">{kind.species}</span>
                </td>
                <td>{kind.ease}</td>
                <td>{readyWords(kind.lifeCycle)}</td>
                <td>{kind.promise === null ? '–' : <Mark tone={CLAIM_TONES[kind.promise]}>{CLAIM_WORDS[kind.promise]}</Mark>}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
