import { Link } from 'react-router';
import { ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode, Mark, TreatedMark } from '#app/ui/Mark.tsx';
import { ActionLink, MoreActions, PageHead } from '#app/ui/Page.tsx';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import type { Portrait } from '#core/almanac/portrait.ts';
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
    readonly facts: { readonly species: string; readonly seedLooks: Portrait };
  };
  readonly state: LotState;
  readonly holds: readonly { readonly id: number; readonly kind: HoldKind }[];
  readonly triesMethods: boolean;
  /** Its labels say something that is no longer true. */
  readonly hasOldLabel: boolean;
}

/** What the lot is, and what can be done with it in the state it is in. */
export function LotHead({ lot, state, holds, triesMethods, hasOldLabel }: LotHeadProps) {
  const can = (command: CommandName) => mayFollow(LOT, state, command);
  const uncleaned = state === 'to be cleaned';
  const to = (page: string) => `/lots/${lot.code}/${page}`;
  return (
    <PageHead
      picture={<SeedPortrait portrait={lot.facts.seedLooks} size={56} />}
      title={`${lot.crop} ‘${lot.variety}’`}
      about={
        <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <LotCode>{lot.code}</LotCode>
          <i>{lot.facts.species}</i>
          <Link className="link" to={`/lines/${lot.lineId}`}>
            All lots of this line
          </Link>
          <Link className="link" to={`/almanac/${lot.cropId}`}>
            How to grow and save it
          </Link>
          <TreatedMark treated={lot.treated} />
          {hasOldLabel && (
            <Link to={to('label')}>
              <Mark tone="doubt">label no longer true</Mark>
            </Link>
          )}
          {holds.map((hold) => (
            <HoldMark key={hold.id} kind={hold.kind} />
          ))}
        </span>
      }
      actions={
        <>
          <ButtonLink to={to('label')}>Print labels</ButtonLink>
          <MoreActions>
            {can('batch started') && <ActionLink to={to('bench')}>{uncleaned ? 'Clean this lot' : 'Clean or dry again'}</ActionLink>}
            {can('shut away') && <ActionLink to={to('away')}>Freeze or seal</ActionLink>}
            {can('sample parted') && <ActionLink to={to('purity')}>Test purity</ActionLink>}
            {can('test laid') && <ActionLink to={to('test')}>Start a test</ActionLink>}
            {can('packed') && <ActionLink to={to('pack')}>Pack packets</ActionLink>}
            {can('moved') && <ActionLink to={to('move')}>Move seed</ActionLink>}
            {can('seed given') && <ActionLink to={to('give')}>Give seed away</ActionLink>}
            {can('lots blended') && <ActionLink to={to('blend')}>Blend with another lot</ActionLink>}
            {(can('trial of methods begun') || triesMethods) && <ActionLink to={to('methods')}>Compare methods</ActionLink>}
            <ActionLink to={to('correct')}>Correct crop, variety, donor or garden</ActionLink>
            <ActionLink to={to('passport')}>Correct provenance</ActionLink>
            <ActionLink to={`/lots/${lot.code}?part=history`}>Undo a mistake</ActionLink>
            <ActionLink to={to('recall')}>Recall it and what came from it</ActionLink>
          </MoreActions>
        </>
      }
    />
  );
}
