import jstat from 'jstat';

const { jStat } = jstat;
const ALPHA = 0.1;
const POWER = 0.8;

/**
 * Seeds each method's test needs, so that a difference in germination of `difference` below `usual` would show four times in five
 * at one false alarm in ten: `n = (z_α/2·√(2p̄q̄) + z_β·√(p₁q₁ + p₂q₂))² / (p₁ − p₂)²` (Fleiss).
 * @param usual, difference shares; throws RangeError where the difference leaves no room
 */
export function seedsToTellApart(usual: number, difference: number, methods = 2): number {
  const worse = usual - difference;
  if (!(usual < 1 && difference > 0 && worse > 0)) throw new RangeError('both shares lie between 0 and 1');
  const pairs = (methods * (methods - 1)) / 2;
  const za = jStat.normal.inv(1 - ALPHA / pairs / 2, 0, 1);
  const zb = jStat.normal.inv(POWER, 0, 1);
  const middle = (usual + worse) / 2;
  const top = za * Math.sqrt(2 * middle * (1 - middle)) + zb * Math.sqrt(usual * (1 - usual) + worse * (1 - worse));
  return Math.ceil((top / difference) ** 2);
}
