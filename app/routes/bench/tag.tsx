import { data } from 'react-router';
import { formOf } from '#app/platform/incoming.server.ts';
import { labelPage, printFromForm } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LabelPage } from '#app/ui/LabelPage.tsx';
import labelStyles from '../../ui/label.css?url';
import type { Route } from './+types/tag.ts';
import { readTag } from './tagWords.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Tag · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const tag = await readTag(Number(params.id), house, request);
  if (!tag) throw data(null, { status: 404 });
  return { id: params.id, vessel: tag.vessel, label: labelPage(tag.words, `/bench/${params.id}/tag.pdf`, request) };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { house } = visit;
  const tag = await readTag(Number(params.id), house, request);
  if (!tag) throw data(null, { status: 404 });
  return printFromForm(tag.words, await formOf(request), visit);
}

/** The tag of a jar or tray, printed before anything goes in. */
export default function Tag({ loaderData: { id, vessel, label }, actionData }: Route.ComponentProps) {
  return (
    <LabelPage
      title="Tag"
      about={`For ${vessel}: put one tag on it and one inside. Scan the code to open the batch.`}
      back={<ButtonLink to={`/bench/${id}`}>Back to the batch</ButtonLink>}
      label={label}
      done={actionData}
    />
  );
}
