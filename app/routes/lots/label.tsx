import { data } from 'react-router';
import { labelPage, printFromForm } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LabelPage } from '#app/ui/LabelPage.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import labelStyles from '../../ui/label.css?url';
import type { Route } from './+types/label.ts';
import { readLabel } from './labelWords.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Label · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house, today, request);
  if (!label) throw data(null, { status: 404 });
  return { species: label.species, label: labelPage(label.words, `/lots/${label.words.code}/labels.pdf`, request) };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { house, today } = visit;
  const label = await readLabel(params.code, house, today, request);
  if (!label) throw data(null, { status: 404 });
  return printFromForm(label.words, request, visit);
}

export default function Label({ loaderData: { label, species }, actionData }: Route.ComponentProps) {
  const { code, address } = label.words;
  return (
    <LabelPage
      title="Label"
      about={
        <>
          For jars and packets of <LotCode>{code}</LotCode>. The code opens {address.replace(/^https?:\/\//, '')}
        </>
      }
      back={<ButtonLink to={`/lots/${code}`}>Back to the lot</ButtonLink>}
      label={label}
      italic={species}
      done={actionData}
    />
  );
}
