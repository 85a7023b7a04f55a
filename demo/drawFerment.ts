import { createJimp } from '@jimp/core';
import png from '@jimp/js-png';
import { seededRandom } from './random.ts';

const Jimp = createJimp({ formats: [png], plugins: [] });
const [WIDTH, HEIGHT] = [720, 540];

/** Stands for the photo somebody took from above: a jar of pulp under a cap of mould. Drawn, so that no real photo is shown. */
export async function drawFerment(): Promise<Blob> {
  const { share: random } = seededRandom(5);
  const spots = Array.from({ length: 90 }, () => ({
    x: WIDTH / 2 + (random() - 0.5) * 380,
    y: HEIGHT / 2 + (random() - 0.5) * 380,
    radius: 8 + random() * 34,
    light: 205 + random() * 45,
  }));
  const image = new Jimp({ width: WIDTH, height: HEIGHT });
  for (let y = 0; y < HEIGHT; y += 1) for (let x = 0; x < WIDTH; x += 1) image.setPixelColor(colourAt(x, y, spots, random()), x, y);
  return new Blob([new Uint8Array(await image.getBuffer('image/png'))]);
}

function colourAt(x: number, y: number, spots: readonly { x: number; y: number; radius: number; light: number }[], grain: number): number {
  const fromMiddle = Math.hypot(x - WIDTH / 2, y - HEIGHT / 2);
  const noise = (grain - 0.5) * 14;
  if (fromMiddle > 245) return rgb(118 + noise, 92 + noise, 66 + noise);
  if (fromMiddle > 228) return rgb(214 + noise, 222 + noise, 220 + noise);
  const spot = spots.find((one) => Math.hypot(x - one.x, y - one.y) < one.radius);
  if (spot) return rgb(spot.light + noise, spot.light + noise, spot.light - 14 + noise);
  return rgb(186 + noise, 84 + noise, 48 + noise);
}

function rgb(...parts: [number, number, number]): number {
  const [red, green, blue] = parts.map((part) => Math.max(0, Math.min(255, Math.round(part)))) as [number, number, number];
  return ((red << 24) | (green << 16) | (blue << 8) | 255) >>> 0;
}
