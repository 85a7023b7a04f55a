import { Download } from 'lucide-react';
import { Link } from 'react-router';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/takeOut.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Take data out · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'manage people');
  return null;
}

const FILES: readonly { readonly to: string; readonly name: string; readonly about: string }[] = [
  { to: '/tables/shelves.csv', name: 'Lots', about: 'Every lot with its stock, promise, germination and holds' },
  { to: '/tables/lines.csv', name: 'Lines', about: 'Every variety with how much is left of it' },
  { to: '/tables/tests.csv?show=ended', name: 'Tests that ended', about: 'With what sprouted' },
  { to: '/tables/loans.csv', name: 'Open loans', about: 'Who has what, and until when' },
  { to: '/tables/people.csv?who=everybody', name: 'People', about: 'Members, growers, donors and helpers' },
  { to: '/tables/grow-outs.csv?show=ended', name: 'Grow-outs that ended', about: 'Where, by whom, and what became of them' },
  { to: '/tables/batches.csv?show=ended', name: 'Batches that ended', about: 'From fruit or pod to clean seed' },
  { to: '/tables/record.csv', name: 'Who did what', about: 'Every action' },
  { to: '/wants.csv', name: 'Wants list', about: 'What to ask for, swap or order' },
  { to: '/tables/swaps.csv', name: 'Seed that went to other libraries', about: 'To which, when and how much' },
  {
    to: '/tables/passport-descriptors.csv',
    name: 'Passport data for genebanks',
    about: 'Every lot by the multi-crop passport descriptors, version 2.1. People are numbers in it',
  },
  { to: '/gardens.geojson', name: 'Gardens', about: 'GeoJSON, for any map' },
];

/** All that leaves in an open format, in one place. */
export default function TakeOut() {
  return (
    <>
      <PageHead
        title="Take data out"
        about="In open formats that any program can read. Each list also has its own download, with the filter that is on."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      <section aria-labelledby="everything" className="mb-8 max-w-prose border-l-4 border-grain bg-sheet px-5 py-4">
        <h2 id="everything">Everything in one archive</h2>
        <p className="mt-1">
          All tables as CSV and as one JSON file, with a description of every column, and all photos. An empty server can be filled from it.
          Passwords, private links and calendar addresses stay here. Names and addresses of people are in it, so keep it where nobody else
          reads it.
        </p>
        <p className="mt-3">
          <ButtonLink look="action" to="/everything.zip" reloadDocument>
            <Download aria-hidden className="size-5" />
            Download everything
          </ButtonLink>
        </p>
      </section>
      <h2 className="mb-1">Single lists</h2>
      <ul className="max-w-prose">
        {FILES.map(({ to, name, about }) => (
          <li key={to} className="border-t border-rule py-2">
            <Link to={to} reloadDocument className="link inline-flex min-h-11 items-center gap-2 font-semibold">
              <Download aria-hidden className="size-5" />
              {name}
            </Link>
            <span className="block text-small text-soft">
              {about}. {to.includes('.geojson') ? 'GeoJSON' : 'CSV'}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
