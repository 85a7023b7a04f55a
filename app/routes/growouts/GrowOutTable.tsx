import { Link } from 'react-router';
import { Heads, Table } from '#app/ui/Table.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { growOutState } from '#core/states/states.ts';
import type { Growth } from '#core/growout/log.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import { GROW_OUT_STATE_WORDS } from '#words/growouts.ts';
import { GROWTH_WORDS } from '#words/season.ts';

type Shown = Pick<
  GrowOutRow,
  'id' | 'crop' | 'variety' | 'seeds' | 'plants' | 'sowFrom' | 'sowOn' | 'backBy' | 'step' | 'reason' | 'grower' | 'garden'
> & {
  readonly growth: Growth;
  readonly alarms: readonly string[];
};

/** Grow-outs with where each stands. */
export function GrowOutTable({ caption, growOuts }: { caption: string; growOuts: readonly Shown[] }) {
  return (
    <Table caption={caption}>
      <Heads of={['Line', 'State', 'Grower', 'To sow', 'Sow', 'Back by']} />
      <tbody>
        {growOuts.map((one) => (
          <tr key={one.id}>
            <td>
              <Link className="link font-semibold" to={`/grow-outs/${one.id}`}>
                {one.crop} ‘{one.variety}’
              </Link>
            </td>
            <td>
              {growOutState(one) === 'handed over' ? GROWTH_WORDS[one.growth] : GROW_OUT_STATE_WORDS[growOutState(one)]}
              {one.reason && <span className="block text-small text-soft">{one.reason}</span>}
              {one.alarms.map((alarm) => (
                <span key={alarm} className="block text-small font-semibold text-doubt">
                  {alarm}
                </span>
              ))}
            </td>
            <td>
              {one.grower ?? '–'}
              {one.garden && <span className="block text-small text-soft">{one.garden}</span>}
            </td>
            <td className="whitespace-nowrap">
              {formatSeeds(one.seeds)} for {one.plants} {one.plants === 1 ? 'plant' : 'plants'}
            </td>
            <td className="whitespace-nowrap">{formatDate(one.sowOn ?? one.sowFrom)}</td>
            <td className="whitespace-nowrap">{formatDate(one.backBy)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
