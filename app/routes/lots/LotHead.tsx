import { Link } from 'react-router';
import { ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import type { LineId } from '#core/kernel/kinds.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { CommandName } from '#core/people/commands.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOT, type LotState } from '#core/states/states.ts';

export interface LotHeadProps {
  readonly lot: {
    readonly code: string;
    readonly crop: string;
    readonly cropId: string;
    readonly variety: string;
    readonly lineId: LineId;
    readonly treated: 'yes' | 'unknown' | null;
    readonly facts: { readonly species: string };
  };
  readonly state: LotState;
  readonly holds: readonly { readonly id: number; readonly kind: HoldKind }[];
  readonly triesMethods: boolean;
}

/** What the lot is, and what can be done with it in the state it is in. */
export function LotHead({ lot, state, holds, triesMethods }: LotHeadProps) {
  const can = (command: CommandName) => mayFollow(LOT, state, command);
  const uncleaned = state === 'to be cleaned';
  const to = (page: string) => `/lots/${lot.code}/${page}`;
  return (
    <PageHead
      title={`${lot.crop} ‘${lot.variety}’`}
      about={
        <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <LotCode>{lot.code}</LotCode>
          <i>{lot.facts.species}</i>
          <Link className="link" to={`/lines/${lot.lineId}`}>
            Its line
          </Link>
          <Link className="link" to={`/almanac/${lot.cropId}`}>
            How to grow and save it
          </Link>
          <TreatedMark treated={lot.treated} />
          {holds.map((hold) => (
            <HoldMark key={hold.id} kind={hold.kind} />
          ))}
        </span>
      }
      actions={
        <>
          <ButtonLink to={to('label')}>Label</ButtonLink>
          {can('batch started') && (
            <ButtonLink to={to('bench')} look={uncleaned ? 'action' : 'plain'}>
              {uncleaned ? 'Clean it' : 'To the bench'}
            </ButtonLink>
          )}
          {can('shut away') && <ButtonLink to={to('away')}>Freezer, jar</ButtonLink>}
          {can('sample parted') && <ButtonLink to={to('purity')}>Purity</ButtonLink>}
          {can('packed') && <ButtonLink to={to('pack')}>Pack</ButtonLink>}
          {can('moved') && <ButtonLink to={to('move')}>Move</ButtonLink>}
          {can('seed given') && <ButtonLink to={to('give')}>Give away</ButtonLink>}
          {(can('trial of methods begun') || triesMethods) && <ButtonLink to={to('methods')}>Try methods</ButtonLink>}
          {can('test laid') && <ButtonLink to={to('test')}>Lay a test</ButtonLink>}
        </>
      }
    />
  );
}
