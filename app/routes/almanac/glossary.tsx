import { readGlossary } from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { glossaryAnchor } from '#app/ui/Help.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/glossary.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Glossary · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'read almanac');
  return { words: await readGlossary(db) };
}

export default function Glossary({ loaderData: { words } }: Route.ComponentProps) {
  return (
    <div className="max-w-3xl">
      <PageHead title="Glossary" about="What the terms mean, in plain words." actions={<ButtonLink to="/almanac">Almanac</ButtonLink>} />
      <dl>
        {words.map(({ word, means }) => (
          <div key={word} id={glossaryAnchor(word)} className="grid border-t border-rule py-2 target:bg-well sm:grid-cols-[14rem_1fr]">
            <dt className="font-semibold">{word}</dt>
            <dd>{means}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
