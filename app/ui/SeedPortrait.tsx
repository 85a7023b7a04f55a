import { useId } from 'react';
import { drawSeed, seedFill, seedRoom } from '#core/almanac/drawSeed.ts';
import type { Portrait } from '#core/almanac/portrait.ts';

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
  const { across, high } = seedRoom(portrait);
  const box = size === undefined ? { across, high } : { across: Math.max(across, high), high: Math.max(across, high) };
  const pixels = size === undefined ? { width: box.across * scale, height: box.high * scale } : { width: size, height: size };
  const pen = (box.across / pixels.width) * 1.1;
  const [light, dark] = seedFill(portrait);
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
      {drawSeed(portrait, pen).map(({ d, fill, stroke, width, opacity }) => (
        <path
          key={d}
          d={d}
          fill={fill === 'body' ? `url(#${id})` : (fill ?? 'none')}
          stroke={stroke ?? undefined}
          strokeWidth={width}
          strokeLinecap="round"
          strokeLinejoin="round"
          opacity={opacity}
        />
      ))}
    </svg>
  );
}
