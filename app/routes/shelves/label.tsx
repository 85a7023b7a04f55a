import bwipjs from 'bwip-js/node';
import { Printer } from 'lucide-react';
import { data } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import { betaMedian, betaPosterior } from '#core/germination/betaPosterior.ts';
import { sowThicker } from '#core/germination/sowThicker.ts';
import { findLotByCode } from '#data/lots.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { CLAIM_WORDS } from '#app/ui/claimWords.ts';
import { hazardWords } from '#app/ui/promiseWords.ts';
import type { Route } from './+types/label.ts';
import labelStyles from '../../ui/label.css?url';

export const meta: Route.MetaFunction = () => [{ title: 'Label · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const address = `${process.env['PUBLIC_URL'] ?? new URL(request.url).origin}/s/${lot.code}`;
  const thicker = lot.verdict === 'sow thicker' ? sowThicker(betaMedian(betaPosterior(lot.sprouted!, lot.laid!))) : null;
  return {
    address,
    qr: bwipjs.toSVG({ bcid: 'qrcode', text: address }),
    house: house.name,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    promise: lot.promise,
    species: lot.facts.species,
    harvested: lot.harvested,
    tested: lot.laid === null ? null : { sprouted: lot.sprouted!, laid: lot.laid, on: lot.testedOn! },
    thicker: thicker && thicker.sow > 1 ? thicker : null,
    packetSeeds: lot.facts.packet,
    hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
    howToSow: lot.facts.howToSow,
    saveFrom: lot.facts.plantsForSeed,
    ripeSign: lot.facts.ripe,
  };
}

export default function Label({ loaderData: label }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Label"
        about={
          <>
            For jar or packet of <LotCode>{label.code}</LotCode>. Prints 90 × 55 mm; the code opens{' '}
            {label.address.replace(/^https?:\/\//, '')}
          </>
        }
        actions={
          <>
            <ButtonLink to={`/lots/${label.code}`}>Back to the lot</ButtonLink>
            <Button look="action" type="button" onClick={() => window.print()}>
              <Printer aria-hidden className="size-5" />
              Print
            </Button>
          </>
        }
      />
      <article className="packet-label" aria-label={`Label of ${label.code}`}>
        <div className="packet-label-words">
          <p className="packet-label-crop">{label.crop}</p>
          <p className="packet-label-variety">‘{label.variety}’</p>
          <p>
            <i>{label.species}</i>
            {label.harvested ? `, harvested ${formatDate(label.harvested)}` : ', harvest unknown'}
          </p>
          <p>
            <b>{label.promise ? CLAIM_WORDS[label.promise] : 'Not judged yet'}</b>
          </p>
          <p>
            {label.tested
              ? `Germination ${label.tested.sprouted} of ${label.tested.laid}, ${formatDate(label.tested.on.slice(0, 7))}`
              : 'Germination not tested'}
          </p>
          {label.thicker && (
            <p>
              <b>
                Sow {label.thicker.sow} where you would sow {label.thicker.for}
              </b>
            </p>
          )}
          <p className="packet-label-sow">{label.howToSow}</p>
          <p>
            Save from {label.saveFrom} plants or more. Ripe: {label.ripeSign.toLowerCase()}.
          </p>
          {label.hazards.map((caution) => (
            <p key={caution} className="packet-label-caution">
              {caution}
            </p>
          ))}
        </div>
        <div className="packet-label-side">
          <div dangerouslySetInnerHTML={{ __html: label.qr }} role="img" aria-label={`QR code of ${label.code}`} />
          <p className="packet-label-code">{label.code}</p>
          <p>{label.house}</p>
        </div>
      </article>
    </>
  );
}
