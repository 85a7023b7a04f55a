import { pdfAnswer } from '#app/platform/labels.server.ts';
import { bookletPdf } from '#services/stock/booklet.server.ts';
import type { Route } from './+types/offerBooklet.ts';
import { readOffer } from './offer.server.ts';

/** What is offered as a booklet to print. */
export async function loader({ context }: Route.LoaderArgs): Promise<Response> {
  const offer = await readOffer(context);
  return pdfAnswer(await bookletPdf(offer), `offer-${offer.today}`);
}
