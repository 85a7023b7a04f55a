import sharp from 'sharp';
import { seededRandom } from './random.ts';

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
  const pixels = new Uint8Array(WIDTH * HEIGHT * 3);
  for (let y = 0; y < HEIGHT; y += 1) for (let x = 0; x < WIDTH; x += 1) pixels.set(colourAt(x, y, spots, random()), (y * WIDTH + x) * 3);
  const raw = { width: WIDTH, height: HEIGHT, channels: 3 } as const;
  return new Blob([new Uint8Array(await sharp(pixels, { raw }).png().toBuffer())]);
}

type Colour = readonly [red: number, green: number, blue: number];

function colourAt(x: number, y: number, spots: readonly { x: number; y: number; radius: number; light: number }[], grain: number): Colour {
  const fromMiddle = Math.hypot(x - WIDTH / 2, y - HEIGHT / 2);
  const noise = (grain - 0.5) * 14;
  if (fromMiddle > 245) return rgb(118 + noise, 92 + noise, 66 + noise);
  if (fromMiddle > 228) return rgb(214 + noise, 222 + noise, 220 + noise);
  const spot = spots.find((one) => Math.hypot(x - one.x, y - one.y) < one.radius);
  if (spot) return rgb(spot.light + noise, spot.light + noise, spot.light - 14 + noise);
  return rgb(186 + noise, 84 + noise, 48 + noise);
}

const rgb = (...parts: Colour): Colour => parts.map((part) => Math.max(0, Math.min(255, Math.round(part)))) as [number, number, number];
