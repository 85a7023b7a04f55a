import { FileText } from 'lucide-react';
import { data, Link, useSearchParams } from 'react-router';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { SheetSelect } from '#app/ui/SheetSelect.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/slips.ts';
import { readSlips, testIdsFrom } from './slipWords.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Towel slips · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const ids = testIdsFrom(request);
  const slips = await readSlips(ids, request, house.units);
  if (slips.length === 0) throw data(null, { status: 404 });
  return {
    ids,
    slips: slips.map(({ crop, variety, code, lines, address }) => ({ crop, variety, code, lines, test: new URL(address).pathname })),
  };
}

/** What was just laid, and its slips on paper. */
export default function Slips({ loaderData: { ids, slips } }: Route.ComponentProps) {
  const [params] = useSearchParams();
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`${slips.length} ${slips.length === 1 ? 'towel slip' : 'towel slips'}`}
        about={
          params.has('laid')
            ? 'Tests started. Print the slips before you roll up the towels, because towels look alike.'
            : 'One for each towel.'
        }
        actions={<ButtonLink to="/tests">Tests</ButtonLink>}
      />
      <form method="get" action="/tests/slips.pdf" target="_blank" className="mb-8 flex flex-wrap items-end gap-4">
        <input type="hidden" name="ids" value={ids.join(',')} />
        <SheetSelect />
        <div>
          <label htmlFor="start" className="block font-semibold">
            First free label
          </label>
          <input id="start" name="start" type="number" min={1} max={30} defaultValue={1} className="input mt-1 w-24" />
        </div>
        <Button type="submit" look="action">
          <FileText aria-hidden className="size-5" />
          Print slips (PDF)
        </Button>
      </form>
      <ul>
        {slips.map((slip) => (
          <li key={`${slip.test} ${slip.lines[0]!.text}`} className="border-t border-rule py-2">
            <Link className="link font-semibold" to={slip.test}>
              {slip.crop} ‘{slip.variety}’
            </Link>{' '}
            <span className="text-soft">{slip.lines[0]!.text}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
