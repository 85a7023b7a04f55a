import { data } from 'react-router';
import { formOf } from '#app/platform/incoming.server.ts';
import { labelPage, printFromForm } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LabelPage } from '#app/ui/LabelPage.tsx';
import labelStyles from '../../ui/label.css?url';
import type { Route } from './+types/slip.ts';
import { readSlip } from './slipWords.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Towel slip · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const words = await readSlip(Number(params.id), request, house.units);
  if (!words) throw data(null, { status: 404 });
  return { id: params.id, label: labelPage(words, `/tests/${params.id}/slip.pdf`, request) };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const words = await readSlip(Number(params.id), request, visit.house.units);
  if (!words) throw data(null, { status: 404 });
  return printFromForm(words, await formOf(request), visit);
}

/** The slip that lies in a towel, so that it is never mistaken for another. */
export default function Slip({ loaderData: { id, label }, actionData }: Route.ComponentProps) {
  return (
    <LabelPage
      title="Towel slip"
      about="Use pencil, because ink fades in a wet towel. Laminate the slip or clip it outside the bag. Scan the code to enter a count."
      back={<ButtonLink to={`/tests/${id}`}>Back to the towel</ButtonLink>}
      label={label}
      done={actionData}
    />
  );
}
