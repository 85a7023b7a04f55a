import { data } from 'react-router';
import { labelsMade } from '#contracts/labels.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { askedIn, labelPage, printFromForm } from '#app/platform/labels.server.ts';
import { db } from '#app/platform/database.server.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { labelPartWords } from '#words/labels.ts';
import { readLabelOf, recordLabels } from '#services/lots/labels.server.ts';
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
  const old = await readLabelOf(db, label.words.code);
  return {
    old: old && { madeOn: old.madeOn, parts: old.changed.map((part) => labelPartWords(part, old)) },
    species: label.species,
    label: labelPage(label.words, `/lots/${label.words.code}/labels.pdf`, request, { seeds: label.seeds }),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { house, today } = visit;
  const form = await formOf(request);
  const label = await readLabel(params.code, house, today, request, askedIn(form));
  if (!label) throw data(null, { status: 404 });
  if (form.get('intent') !== 'made') return printFromForm(label.words, form, visit);
  const made = labelsMade.safeParse({ key: form.get('made'), lots: [{ code: label.words.code, labels: 1 }] });
  if (!made.success) throw data(null, { status: 400 });
  await recordLabels(visit, made.data);
  return { printed: null, trouble: null };
}

export default function Label({ loaderData: { label, species, old }, actionData }: Route.ComponentProps) {
  const { code, address } = label.words;
  return (
    <LabelPage
      title="Label"
      about={
        <>
          For jars and packets of <LotCode>{code}</LotCode>. The code opens {address.replace(/^https?:\/\//, '')}
          {old && (
            <b className="block text-doubt">
              The labels of {formatDate(old.madeOn!)} are no longer true. They say: {old.parts.map(({ said }) => said).join('; ')}. Now:{' '}
              {old.parts.map(({ now }) => now).join('; ')}.
            </b>
          )}
        </>
      }
      back={<ButtonLink to={`/lots/${code}`}>Back to the lot</ButtonLink>}
      label={label}
      italic={species}
      done={actionData}
    />
  );
}
