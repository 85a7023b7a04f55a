import bwipjs from 'bwip-js/node';
import { Printer } from 'lucide-react';
import { data } from 'react-router';
import { methodFacts } from '#core/bench/methods.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/plainDate.ts';
import { findBatch } from '#data/bench.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { hazardWords } from '#app/ui/promiseWords.ts';
import labelStyles from '../../ui/label.css?url';
import type { Route } from './+types/tag.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Tag · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const batch = Number.isSafeInteger(id) ? await findBatch(db, id) : undefined;
  if (!batch) throw data(null, { status: 404 });
  const address = `${process.env['PUBLIC_URL'] ?? new URL(request.url).origin}/bench/${batch.id}`;
  return {
    id: batch.id,
    qr: bwipjs.toSVG({ bcid: 'qrcode', text: address }),
    code: batch.code,
    crop: batch.crop,
    variety: batch.variety,
    vessel: batch.vessel,
    method: methodFacts(batch.method, house.recipes).title,
    on: dayInZone(batch.openedAt, house.timeZone),
    hazards: hazardWords({ treated: batch.treated, cautions: [] }),
  };
}

/** The tag of a jar or tray, printed before anything goes in. */
export default function Tag({ loaderData: tag }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Tag"
        about={`For ${tag.vessel}: one on it, one inside. The code opens the batch.`}
        actions={
          <>
            <ButtonLink to={`/bench/${tag.id}`}>Back to the batch</ButtonLink>
            <Button look="action" type="button" onClick={() => window.print()}>
              <Printer aria-hidden className="size-5" />
              Print
            </Button>
          </>
        }
      />
      <article className="packet-label" aria-label={`Tag of ${tag.vessel}`}>
        <div className="packet-label-words">
          <p className="packet-label-crop">{tag.crop}</p>
          <p className="packet-label-variety">‘{tag.variety}’</p>
          <p>
            <LotCode>{tag.code}</LotCode>, <b>{tag.vessel}</b>
          </p>
          <p>
            {tag.method}, {formatDate(tag.on)}
          </p>
          {tag.hazards.map((hazard) => (
            <p key={hazard}>
              <b>{hazard}</b>
            </p>
          ))}
        </div>
        <div className="packet-label-side">
          <div dangerouslySetInnerHTML={{ __html: tag.qr }} role="img" aria-label={`QR code of the batch in ${tag.vessel}`} />
        </div>
      </article>
    </>
  );
}
