import { useId, type ReactNode } from 'react';
import type { Portrait, SeedColour, SeedShape, SeedSurface } from '#core/almanac/portrait.ts';

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

/** What the surface adds to the outline, in strokes of the width `pen`. */
function surfaceOf(surface: SeedSurface, l: number, w: number, pen: number, dark: string): ReactNode {
  const strokes = (d: string, width = pen) => (
    <path d={d} fill="none" stroke={LINE} strokeWidth={width} strokeLinecap="round" opacity="0.65" />
  );
  switch (surface) {
    case 'smooth':
      // A gleam, and the scar where the seed hung: what tells smooth seed from a dot.
      return (
        <>
          <path
            d={`M${-l * 0.5} ${-w * 0.35}Q${-l * 0.25} ${-w * 0.75} ${l * 0.15} ${-w * 0.68}`}
            fill="none"
            stroke="#fffdf5"
            strokeWidth={pen * 1.3}
            strokeLinecap="round"
            opacity="0.7"
          />
          <path d={circle(l * 0.62, w * 0.3, Math.min(l, w) * 0.1)} fill={LINE} opacity="0.6" />
        </>
      );
    case 'wrinkled':
      return strokes(SPREAD.map(([x, y]) => `M${(x - 0.12) * l} ${y * w}q${l * 0.12} ${-w * 0.2} ${l * 0.24} 0`).join(''));
    case 'ribbed':
      return strokes([-0.5, 0, 0.5].map((y) => `M${-l * 0.75} ${y * w * 0.6}Q0 ${y * w * 1.5} ${l * 0.85} ${y * w * 0.7}`).join(''));
    case 'striped':
      return strokes([-0.45, 0, 0.45].map((y) => `M${-l * 0.6} ${y * w * 0.5}Q0 ${y * w * 1.6} ${l * 0.8} ${y * w}`).join(''), pen * 2);
    case 'rimmed':
      return <path d={OUTLINES.flat(l * 0.8, w * 0.72)} fill="none" stroke={LINE} strokeWidth={pen} opacity="0.65" />;
    case 'mottled':
      return <path d={SPREAD.map(([x, y]) => circle(x * l, y * w * 0.9, Math.min(l, w) * 0.17)).join('')} fill={dark} opacity="0.8" />;
    case 'pitted':
      return <path d={SPREAD.map(([x, y]) => circle(x * l, y * w, Math.min(l, w) * 0.08)).join('')} fill={LINE} opacity="0.7" />;
    case 'furry':
    case 'spiny': {
      const [many, long] = surface === 'furry' ? [20, 0.14] : [9, 0.34];
      const around = Array.from({ length: many }, (_, index) => (index * 2 * Math.PI) / many);
      return strokes(
        around
          .map((turn) => {
            const [x, y] = [Math.cos(turn), Math.sin(turn)];
            return `M${x * l * 0.95} ${y * w * 0.95}L${x * (l + long * Math.min(l, w))} ${y * (w + long * Math.min(l, w))}`;
          })
          .join(''),
      );
    }
  }
}

function extraOf(extra: Portrait['extra'], l: number, w: number, pen: number): { behind?: ReactNode; before?: ReactNode } {
  switch (extra) {
    case null:
      return {};
    case 'wing':
      return { behind: <path d={oval(l * 1.25, w * 1.4)} fill="#e2cfa3" stroke={LINE} strokeWidth={pen * 0.7} opacity="0.85" /> };
    case 'eye':
      return { before: <ellipse cx="0" cy={w * 0.5} rx={l * 0.2} ry={w * 0.14} fill="#f6f3e9" stroke={LINE} strokeWidth={pen * 0.8} /> };
    case 'beak':
      return { behind: <path d={`M${-l * 0.8} 0L${-l * 1.5} ${-w * 0.2}`} stroke={LINE} strokeWidth={pen * 1.3} fill="none" /> };
    case 'tuft':
      return {
        behind: (
          <path
            d={[-1.6, -0.8, 0, 0.8, 1.6].map((y) => `M${l * 0.9} 0Q${l * 1.3} ${y * w * 0.5} ${l * 1.7} ${y * w * 1.3}`).join('')}
            stroke={LINE}
            strokeWidth={pen * 0.8}
            fill="none"
            opacity="0.8"
          />
        ),
      };
  }
}

const seen = ({ length, width, extra }: Portrait) => {
  const out = extra === 'tuft' ? 1.75 : extra === 'beak' ? 1.55 : extra === 'wing' ? 1.5 : 1.3;
  return { across: length * out, high: Math.max(width * 1.5, length * 0.35) };
};

/**
 * A crop's seed, drawn from the almanac's facts: shape and proportions, surface, colours, what it carries.
 * @param size pixels that it fills; without it, it is drawn to `scale`, pixels for a millimetre
 * @param label what it is a picture of; without one it stands beside words that say so
 */
export function SeedPortrait({
  portrait,
  size,
  scale = 6,
  label,
  className,
}: {
  portrait: Portrait;
  size?: number;
  scale?: number;
  label?: string;
  className?: string;
}) {
  const id = useId();
  const { length, width, shape, surface, colours, extra } = portrait;
  const [l, w] = [length / 2, width / 2];
  const { across, high } = seen(portrait);
  const box = size === undefined ? { across, high } : { across: Math.max(across, high), high: Math.max(across, high) };
  const pixels = size === undefined ? { width: box.across * scale, height: box.high * scale } : { width: size, height: size };
  const pen = (box.across / pixels.width) * 1.1;
  const [light, dark] = [FILL[colours[0]], FILL[colours[1]]];
  const { behind, before } = extraOf(extra, l, w, pen);
  return (
    <svg
      {...pixels}
      viewBox={`${-box.across / 2} ${-box.high / 2} ${box.across} ${box.high}`}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      className={className}
    >
      <linearGradient id={id} x1="0" x2="1" y1="0" y2="1">
        <stop offset="0.3" stopColor={light} />
        <stop offset="0.7" stopColor={dark} />
      </linearGradient>
      {behind}
      <path d={OUTLINES[shape](l, w)} fill={`url(#${id})`} stroke={LINE} strokeWidth={pen} strokeLinejoin="round" />
      {shape === 'disc' && <path d={oval(l * 0.6, w * 0.6)} fill="none" stroke={LINE} strokeWidth={pen * 0.8} opacity="0.5" />}
      {(shape === 'grain' || shape === 'cube') && (
        <path d={`M${-l * 0.7} 0Q0 ${w * 0.25} ${l * 0.75} 0`} fill="none" stroke={LINE} strokeWidth={pen} opacity="0.7" />
      )}
      {surfaceOf(surface, l, w, pen, dark)}
      {before}
    </svg>
  );
}
