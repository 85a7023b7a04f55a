import { formatWeight, type Units } from '#core/units/formatAmount.ts';
import type { AirRead } from '#devices/hygrometer.ts';
import type { Weighed } from '#devices/scale.ts';
import type { DeviceAnswer } from '#app/ui/TakeFrom.tsx';

export function weightAnswer(weighed: Weighed, units: Units = 'metric'): DeviceAnswer {
  switch (weighed.kind) {
    case 'steady':
      return { ok: true, weight: `${(weighed.milligrams / 1000).toFixed(1)} g`, scale: weighed.error < 1000 ? '0.1 g' : '1 g' };
    case 'moving':
      return {
        ok: false,
        words: `The reading does not settle: ${formatWeight(weighed.low, units)} to ${formatWeight(weighed.high, units)}. Take your hands off the table, or type the weight`,
      };
    case 'nothing on it':
      return { ok: false, words: 'Nothing is on the scale, or it was set to zero with the seed on it' };
    case 'not there':
      return { ok: false, words: 'The scale does not answer. Check that it is plugged in, or type the weight' };
    case 'not understood':
      return { ok: false, words: 'The device there is not a scale. Type the weight' };
  }
}

export function airAnswer(read: AirRead, name: string): DeviceAnswer {
  switch (read.kind) {
    case 'read':
      return { ok: true, humidity: (read.humidity * 100).toFixed(1), celsius: read.celsius.toFixed(1) };
    case 'not there':
      return { ok: false, words: `${name} does not answer. Check that it is plugged in, or type what it shows` };
    case 'not understood':
      return { ok: false, words: `Another device answers instead of ${name.toLowerCase()}. Type what it shows` };
  }
}
