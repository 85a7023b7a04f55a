import type { Portrait, SeedColour, SeedShape, SeedSurface } from './portrait.ts';

const FILL: Record<SeedColour, string> = {
  white: '#f6f3e9',
  cream: '#efe2bf',
  yellow: '#dfb548',
  orange: '#cf7a2d',
  tan: '#cda873',
  green: '#8f9a55',
  red: '#93382c',
  purple: '#6d4460',
  grey: '#95938a',
  brown: '#8a5a34',
  'dark brown': '#563a26',
  'blue-black': '#37404f',
  black: '#2a2724',
};
/** Ink of outlines and marks. */
const LINE = '#3a2c1d';

/** The outline of a seed that is `l` half as long and `w` half as wide, its middle at 0, its point to the left. */
const OUTLINES: Record<SeedShape, (l: number, w: number) => string> = {
  round: oval,
  oval,
  disc: oval,
  grain: (l, w) =>
    `M${-l} 0Q${-l * 0.7} ${-w * 1.1} 0 ${-w}Q${l * 0.8} ${-w} ${l} 0Q${l * 0.8} ${w} 0 ${w}Q${-l * 0.7} ${w * 1.1} ${-l} 0Z`,
  kidney: (l, w) =>
    `M${-l} ${w * 0.1}C${-l} ${-w * 1.35} ${l} ${-w * 1.35} ${l} ${w * 0.1}C${l} ${w * 1.15} ${l * 0.45} ${w * 1.05} 0 ${w * 0.45}C${-l * 0.45} ${w * 1.05} ${-l} ${w * 1.15} ${-l} ${w * 0.1}Z`,
  flat: (l, w) => `M${-l} 0C${-l * 0.5} ${-w * 1.05} ${l} ${-w * 1.6} ${l} 0C${l} ${w * 1.6} ${-l * 0.5} ${w * 1.05} ${-l} 0Z`,
  drop: (l, w) =>
    `M${-l} 0C${-l * 0.4} ${-w * 0.35} ${-l * 0.1} ${-w} ${l * 0.5} ${-w}C${l * 1.15} ${-w} ${l * 1.15} ${w} ${l * 0.5} ${w}C${-l * 0.1} ${w} ${-l * 0.4} ${w * 0.35} ${-l} 0Z`,
  sliver: (l, w) => `M${-l} 0Q${l * 0.2} ${-w * 2} ${l} ${-w * 0.3}L${l} ${w * 0.3}Q${l * 0.2} ${w * 2} ${-l} 0Z`,
  wedge: (l, w) =>
    `M${-l} ${-w * 0.3}C${-l * 0.4} ${-w * 0.8} ${l * 0.4} ${-w * 1.1} ${l * 0.8} ${-w * 0.85}Q${l * 1.15} 0 ${l * 0.8} ${w * 0.85}C${l * 0.4} ${w * 1.1} ${-l * 0.4} ${w * 0.8} ${-l} ${w * 0.3}Z`,
  angular: (l, w) => `M${-l} ${w * 0.25}L${-l * 0.15} ${-w}L${l} ${-w * 0.35}L${l * 0.55} ${w}L${-l * 0.5} ${w * 0.9}Z`,
  crescent: (l, w) => `M${-l} ${w * 0.9}Q${-l * 0.9} ${-w} 0 ${-w}Q${l * 0.9} ${-w} ${l} ${w * 0.9}Q0 ${-w * 0.35} ${-l} ${w * 0.9}Z`,
  cluster: (l, w) =>
    [
      [-0.45, -0.3, 0.5],
      [0.35, -0.45, 0.48],
      [0.5, 0.3, 0.45],
      [-0.3, 0.45, 0.5],
    ]
      .map(([x, y, r]) => circle(x! * l, y! * w, r! * Math.min(l, w)))
      .join(''),
  cube: (l, w) => `M${-l * 0.85} ${-w}H${l * 0.75}Q${l} ${-w} ${l} ${-w * 0.6}L${l * 0.85} ${w}H${-l * 0.7}Q${-l} ${w} ${-l} ${w * 0.6}Z`,
};

function oval(l: number, w: number): string {
  return `M${-l} 0A${l} ${w} 0 1 1 ${l} 0A${l} ${w} 0 1 1 ${-l} 0Z`;
}
function circle(x: number, y: number, r: number): string {
  return `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z`;
}

/** Points spread over a seed, always the same. */
const SPREAD = [
  [-0.55, -0.15],
  [-0.2, -0.5],
  [0.2, -0.2],
  [0.55, -0.35],
  [-0.3, 0.25],
  [0.1, 0.45],
  [0.5, 0.2],
] as const;

/** One path of a drawing, in the syntax of SVG paths, millimetres, the seed's middle at 0. `body` is filled from the light colour to the dark one. */
export interface SeedStroke {
  readonly d: string;
  readonly fill: string | 'body' | null;
  readonly stroke: string | null;
  /** Width of the stroke, millimetres. */
  readonly width: number;
  readonly opacity: number;
}

const filled = (d: string, fill: string, opacity = 1): SeedStroke => ({ d, fill, stroke: null, width: 0, opacity });
const stroked = (d: string, width: number, opacity = 0.65, stroke = LINE): SeedStroke => ({ d, fill: null, stroke, width, opacity });
const ellipse = (x: number, y: number, rx: number, ry: number) =>
  `M${x - rx} ${y}A${rx} ${ry} 0 1 1 ${x + rx} ${y}A${rx} ${ry} 0 1 1 ${x - rx} ${y}Z`;

/** What the surface adds to the outline. */
function surfaceOf(surface: SeedSurface, l: number, w: number, pen: number, dark: string): readonly SeedStroke[] {
  switch (surface) {
    case 'smooth':
      // A gleam, and the scar where the seed hung: what tells smooth seed from a dot.
      return [
        stroked(`M${-l * 0.5} ${-w * 0.35}Q${-l * 0.25} ${-w * 0.75} ${l * 0.15} ${-w * 0.68}`, pen * 1.3, 0.7, '#fffdf5'),
        filled(circle(l * 0.62, w * 0.3, Math.min(l, w) * 0.1), LINE, 0.6),
      ];
    case 'wrinkled':
      return [stroked(SPREAD.map(([x, y]) => `M${(x - 0.12) * l} ${y * w}q${l * 0.12} ${-w * 0.2} ${l * 0.24} 0`).join(''), pen)];
    case 'ribbed':
      return [stroked([-0.5, 0, 0.5].map((y) => `M${-l * 0.75} ${y * w * 0.6}Q0 ${y * w * 1.5} ${l * 0.85} ${y * w * 0.7}`).join(''), pen)];
    case 'striped':
      return [stroked([-0.45, 0, 0.45].map((y) => `M${-l * 0.6} ${y * w * 0.5}Q0 ${y * w * 1.6} ${l * 0.8} ${y * w}`).join(''), pen * 2)];
    case 'rimmed':
      return [stroked(OUTLINES.flat(l * 0.8, w * 0.72), pen)];
    case 'mottled':
      return [filled(SPREAD.map(([x, y]) => circle(x * l, y * w * 0.9, Math.min(l, w) * 0.17)).join(''), dark, 0.8)];
    case 'pitted':
      return [filled(SPREAD.map(([x, y]) => circle(x * l, y * w, Math.min(l, w) * 0.08)).join(''), LINE, 0.7)];
    case 'furry':
    case 'spiny': {
      const [many, long] = surface === 'furry' ? [20, 0.14] : [9, 0.34];
      const around = Array.from({ length: many }, (_, index) => (index * 2 * Math.PI) / many);
      return [
        stroked(
          around
            .map((turn) => {
              const [x, y] = [Math.cos(turn), Math.sin(turn)];
              return `M${x * l * 0.95} ${y * w * 0.95}L${x * (l + long * Math.min(l, w))} ${y * (w + long * Math.min(l, w))}`;
            })
            .join(''),
          pen,
        ),
      ];
    }
  }
}

/** What the seed carries, drawn behind it or before it. */
function extraOf(
  extra: Portrait['extra'],
  l: number,
  w: number,
  pen: number,
): { behind: readonly SeedStroke[]; before: readonly SeedStroke[] } {
  const behind = (...strokes: SeedStroke[]) => ({ behind: strokes, before: [] });
  switch (extra) {
    case null:
      return behind();
    case 'wing':
      return behind({ d: oval(l * 1.25, w * 1.4), fill: '#e2cfa3', stroke: LINE, width: pen * 0.7, opacity: 0.85 });
    case 'eye':
      return {
        behind: [],
        before: [{ d: ellipse(0, w * 0.5, l * 0.2, w * 0.14), fill: '#f6f3e9', stroke: LINE, width: pen * 0.8, opacity: 1 }],
      };
    case 'beak':
      return behind(stroked(`M${-l * 0.8} 0L${-l * 1.5} ${-w * 0.2}`, pen * 1.3, 1));
    case 'tuft':
      return behind(
        stroked(
          [-1.6, -0.8, 0, 0.8, 1.6].map((y) => `M${l * 0.9} 0Q${l * 1.3} ${y * w * 0.5} ${l * 1.7} ${y * w * 1.3}`).join(''),
          pen * 0.8,
          0.8,
        ),
      );
  }
}

/** A crop's seed as strokes, from the back to the front. @param pen width of its outline, millimetres */
export function drawSeed({ length, width, shape, surface, colours, extra }: Portrait, pen: number): readonly SeedStroke[] {
  const [l, w] = [length / 2, width / 2];
  const { behind, before } = extraOf(extra, l, w, pen);
  return [
    ...behind,
    { d: OUTLINES[shape](l, w), fill: 'body', stroke: LINE, width: pen, opacity: 1 },
    ...(shape === 'disc' ? [stroked(oval(l * 0.6, w * 0.6), pen * 0.8, 0.5)] : []),
    ...(shape === 'grain' || shape === 'cube' ? [stroked(`M${-l * 0.7} 0Q0 ${w * 0.25} ${l * 0.75} 0`, pen, 0.7)] : []),
    ...surfaceOf(surface, l, w, pen, FILL[colours[1]]),
    ...before,
  ];
}

/** The two ends of a seed's colour, as CSS writes them. */
export const seedFill = ({ colours: [light, dark] }: Portrait): readonly [string, string] => [FILL[light], FILL[dark]];

/** Room that a drawing needs, millimetres: the seed with what it carries. */
export function seedRoom({ length, width, extra }: Portrait): { readonly across: number; readonly high: number } {
  const out = extra === 'tuft' ? 1.75 : extra === 'beak' ? 1.55 : extra === 'wing' ? 1.5 : 1.3;
  return { across: length * out, high: Math.max(width * 1.5, length * 0.35) };
}

/** Half the length of a seed on a towel's grid, in its units of 40 a place. */
export const SEED_HALF = 11.5;

/** The bare outline of a seed that is `l` half as long; its width keeps the seed's proportion, yet never under a third. */
export const seedOutline = ({ shape, length, width }: Portrait, l: number): string =>
  OUTLINES[shape](l, l * Math.max(1 / 3, width / length));
