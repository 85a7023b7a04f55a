import type { CropCaution } from '#core/almanac/cautions.ts';
import type { Crop, ViabilityConstants } from '#core/almanac/crop.ts';
import type { SeedDisease } from '#core/almanac/diseases.ts';
import { factKind, type Confidence, type FactKey } from '#core/almanac/facts.ts';
import type { Portrait } from '#core/almanac/portrait.ts';
import { proseIn } from '#core/units/proseIn.ts';
import type { Units } from '#core/units/formatAmount.ts';

const weeks = (count: number) =>
  count === 0
    ? 'at the last frost'
    : `${Math.abs(count)} ${Math.abs(count) === 1 ? 'week' : 'weeks'} ${count < 0 ? 'before' : 'after'} the last frost`;

/** One fact as a line to read, in the house's units; null where the crop is without it. */
export function factWords(key: FactKey, value: Crop[FactKey], units: Units): string | null {
  const words = metricWords(key, value);
  return words === null ? null : proseIn(units, words);
}

function metricWords(key: FactKey, value: Crop[FactKey]): string | null {
  if (value === null || (Array.isArray(value) && value.length === 0)) return null;
  const { shape } = factKind(key);
  switch (shape.kind) {
    case 'range': {
      const [low, high] = value as readonly [number, number];
      if (shape.unit === 'weeks') return low === high ? weeks(low) : `${weeks(low)} to ${weeks(high)}`;
      const unit = shape.unit === 'seeds/g' ? 'seeds' : shape.unit;
      return low === high ? `${low} ${unit}` : `${low} to ${high} ${unit}`;
    }
    case 'number':
      return `${value as number} ${shape.unit}`;
    case 'list':
      return (value as readonly string[]).join(
        (value as readonly string[]).some((item) => item.includes(' ') && item.length > 30) ? '. ' : ', ',
      );
    case 'treatments':
      return (value as readonly SeedDisease[]).map(({ name, usual }) => `${name}: ${usual}`).join('. ');
    case 'cautions':
      return (value as readonly CropCaution[]).map(({ words }) => words).join(' ');
    case 'constants': {
      const { KE, CW, CH, CQ } = value as ViabilityConstants;
      return `its own constants: K_E ${KE}, C_W ${CW}, C_H ${CH}, C_Q ${CQ}`;
    }
    case 'portrait': {
      const {
        shape,
        length,
        width,
        surface,
        colours: [light, dark],
        extra,
      } = value as Portrait;
      return `${shape}, about ${length} by ${width} mm, ${surface}, ${light === dark ? light : `${light} to ${dark}`}${extra === null ? '' : `, with a ${extra}`}`;
    }
    case 'choice':
    case 'text':
    case 'group':
      return String(value);
  }
}

export const SURE_WORDS: Record<Confidence | 'ours', string> = { firm: 'firm', fair: 'fair', rough: 'rough', ours: 'ours' };
export const SURE_MEANS: Record<Confidence | 'ours', string> = {
  firm: 'sources agree',
  fair: 'sources differ somewhat',
  rough: 'one figure for a wide range',
  ours: 'this library’s own',
};
