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
        about="Each list also has its own download, with the filter that is on. A whole copy of the library is what bin/backup makes."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
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
