import { db } from '#app/platform/database.server.ts';
import { formActs } from '#app/platform/form.server.ts';
import { remakePhoto } from '#app/platform/photos.server.ts';
import type { SignedIn } from '#app/platform/visit.server.ts';
import {
  abandonForm,
  acknowledgeForm,
  airForm,
  checkForm,
  finishForm,
  mixUpForm,
  nextStepForm,
  weighForm,
} from '#contracts/bench/bench.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { recordAir } from '#services/bench/air.server.ts';
import { acknowledgeCautions } from '#services/bench/cautions.server.ts';
import { checkBatch } from '#services/bench/checkBatch.server.ts';
import { abandonBatch, finishBatch } from '#services/bench/finishing.server.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { addMixUp } from '#services/lots/incidents.server.ts';
import { troubleOf } from './benchWords.ts';

/** Does what one of the batch page's forms asks, and says at its field what stands in the way. */
export async function actOnBatch(form: FormData, batchId: number, { actor, now, today, house }: SignedIn) {
  const { intent, act } = formActs(
    form,
    ['read', 'step', 'check', 'weigh', 'air', 'mix-up', 'finish', 'abandon'],
    (problem: Parameters<typeof troubleOf>[0]) => troubleOf(problem, (iso) => formatMoment(Date.parse(iso), now.getTime(), house.timeZone)),
  );
  switch (intent) {
    case 'read':
      return act(acknowledgeForm, (read) => acknowledgeCautions(db, actor, { ...read, batchId }));
    case 'step':
      return act(nextStepForm, ({ to, ...next }) => nextStep(db, actor, now, { ...next, ...to, batchId }));
    case 'check':
      return act(checkForm, (check) => checkBatch(db, actor, now, { ...check, batchId }, remakePhoto));
    case 'weigh':
      return act(weighForm, ({ weight, scale, ...weighed }) =>
        weighBatch(db, actor, now, { ...weighed, ...weight, batchId, scaleError: scale === '1 g' ? 1000 : 100 }),
      );
    case 'air':
      return act(airForm, (air) => recordAir(db, actor, now, { ...air, batchId }));
    case 'mix-up':
      return act(mixUpForm, (mixUp) => addMixUp(db, actor, today, { ...mixUp, batchId }));
    case 'finish':
      return act(
        finishForm,
        (finish) => finishBatch(db, actor, now, { ...finish, batchId }),
        ({ code }) => `/lots/${code}`,
      );
    case 'abandon':
      return act(abandonForm, (end) => abandonBatch(db, actor, now, { ...end, batchId }));
  }
}
