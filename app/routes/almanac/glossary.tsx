import { readGlossary } from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Facts, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/glossary.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Words of the craft · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'read almanac');
  return { words: await readGlossary(db) };
}

export default function Glossary({ loaderData: { words } }: Route.ComponentProps) {
  return (
    <div className="max-w-3xl">
      <PageHead title="Words of the craft" about="In plain words." actions={<ButtonLink to="/almanac">Almanac</ButtonLink>} />
      <Facts rows={words.map(({ word, means }) => [word, means])} />
    </div>
  );
}
