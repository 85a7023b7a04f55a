/** A share with its interval on a line from 0 to `most` (100 % unless told), and the marks it is read against. Shares are 0–1. */
export function ShareBar({
  share,
  low,
  high,
  marks,
  most = 1,
}: {
  share: number;
  low: number;
  high: number;
  marks: readonly { at: number; name: string }[];
  most?: number;
}) {
  const x = (value: number) => 10 + (Math.min(value, most) / most) * 380;
  const percent = (value: number) => `${most < 1 && value < 0.1 ? Math.round(value * 1000) / 10 : Math.round(value * 100)} %`;
  return (
    <svg
      viewBox="0 0 400 60"
      className="w-full max-w-md"
      role="img"
      aria-label={`${percent(share)}; could be anything from ${percent(low)} to ${percent(high)}`}
    >
      <line x1={x(0)} x2={x(most)} y1="31" y2="31" className="stroke-edge" strokeWidth="1" />
      {marks.map(({ at, name }) => (
        <g key={name}>
          <line x1={x(at)} x2={x(at)} y1="17" y2="45" className="stroke-edge" strokeDasharray="3 3" />
          <text x={x(at)} y="12" textAnchor="middle" className="fill-soft text-[13px]">
            {name}
          </text>
        </g>
      ))}
      <rect x={x(low)} y="25" width={Math.max(2, x(high) - x(low))} height="12" rx="2" className="fill-frost opacity-45" />
      <circle cx={x(share)} cy="31" r="7" className="fill-ink" />
      <text x={x(0)} y="56" className="fill-soft text-[13px]">
        0 %
      </text>
      <text x={x(most)} y="56" textAnchor="end" className="fill-soft text-[13px]">
        {percent(most)}
      </text>
    </svg>
  );
}
