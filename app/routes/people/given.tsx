import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { Gifts } from '#app/ui/Gifts.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { readGiftsAt } from '#services/people/donors.server.ts';
import type { Route } from './+types/given.ts';

export const meta: Route.MetaFunction = () => [
  { title: 'What became of your seed · Kind Granary' },
  { name: 'robots', content: 'noindex' },
];

/** What a donor sees at the address that was given to them: numbers, and nobody's name, theirs neither. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { house } = anyVisit(context);
  const gifts = await readGiftsAt(db, params.token);
  if (!gifts) throw data(null, { status: 404 });
  return { house: house.name, gifts };
}

export default function Given({ loaderData: { house, gifts } }: Route.ComponentProps) {
  return (
    <>
      <PageHead title="What became of your seed" about={`With thanks from ${house}. Nobody is named here.`} />
      <Gifts gifts={gifts} />
    </>
  );
}
