import { formActs } from '#app/platform/form.server.ts';
import type { SignedIn } from '#app/platform/visit.server.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import type { BatchId } from '#core/kernel/kinds.ts';
import { recordAir } from '#services/bench/air.server.ts';
import { acknowledgeCautions } from '#services/bench/cautions.server.ts';
import { checkBatch } from '#services/bench/checkBatch.server.ts';
import { abandonBatch, finishBatch } from '#services/bench/finishing.server.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { addMixUp } from '#services/lots/incidents.server.ts';
import { troubleOf } from './benchWords.ts';

/** Does what one of the batch page's forms asks, and says at its field what stands in the way. */
export async function actOnBatch(form: FormData, batchId: BatchId, visit: SignedIn) {
  const { now, house } = visit;
  const { intent, give } = formActs(
    form,
    visit,
    ['read', 'step', 'check', 'weigh', 'air', 'mix-up', 'finish', 'abandon'],
    (problem: Parameters<typeof troubleOf>[0], units) =>
      troubleOf(problem, units, (iso) => formatMoment(Date.parse(iso), now.getTime(), house.timeZone)),
  );
  switch (intent) {
    case 'read':
      return give(acknowledgeCautions, { batchId });
    case 'step':
      return give(nextStep, { batchId });
    case 'check':
      return give(checkBatch, { batchId });
    case 'weigh':
      return give(weighBatch, { batchId });
    case 'air':
      return give(recordAir, { batchId });
    case 'mix-up':
      return give(addMixUp, { batchId });
    case 'finish':
      return give(finishBatch, { batchId }, ({ code }) => `/lots/${code}`);
    case 'abandon':
      return give(abandonBatch, { batchId });
  }
}
