import { Download } from 'lucide-react';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { StockLeft, useUnits } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { recallForm } from '#contracts/lots/seen.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatStock } from '#core/units/formatAmount.ts';
import { may } from '#core/people/may.ts';
import { listGiftsToTell, listToCall } from '#data/desk/toTell.ts';
import { readRecall } from '#data/lots/descent.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { NoLot } from '#services/lots/lockedLot.server.ts';
import { recall, tellRecall } from '#services/lots/recall.server.ts';
import { giftRecallText, recallText } from '#words/recall.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { Route } from './+types/recall.ts';
import { ToTell } from './ToTell.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'What came from it · Kind Granary' }];

const MOST_CALLS = 200;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const touched = await readRecall(db, lot.id);
  const ids = touched.map(({ id }) => id);
  const [calls, gifts] = await Promise.all([listToCall(db, MOST_CALLS, ids), listGiftsToTell(db, MOST_CALLS, ids)]);
  return {
    key: newFormKey(),
    calls: calls.map((one) => ({ ...one, key: newFormKey(), text: recallText(one, house.name) })),
    gifts: gifts.map((one) => ({ ...one, key: newFormKey(), text: giftRecallText(one, house.name) })),
    lot: { id: lot.id, code: lot.code, crop: lot.crop, variety: lot.variety },
    touched: touched.map(({ donor: _donor, ...rest }) => rest),
    mayRecall: may(actor.role, 'lift doubtful holds'),
    typed: await typedBefore(request, actor),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs<NoLot>(await formOf(request), visit, ['recall', 'told'], () => ({
    '': [EVERYBODYS_PROBLEMS['no such lot']],
  }));
  return intent === 'told' ? give(tellRecall, {}) : give(recall, { code: params.code });
}

export default function Recall({ loaderData: { key, calls, gifts, lot, touched, mayRecall, typed }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof recallForm>({
    id: 'recall',
    result: actionData?.intent === 'recall' ? actionData.result : null,
    start: { reason: '', ...typed },
  });
  const inStore = touched.filter(({ onHand }) => onHand > 0).length;
  const out = touched.flatMap(({ out: loans }) => loans.filter(({ open }) => open)).length;
  const waiting = touched.filter(({ recalled }) => !recalled).length;
  const held = touched.length - waiting;
  return (
    <>
      <PageHead
        title={`What came from ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode> and {touched.length - 1} {touched.length === 2 ? 'lot' : 'lots'} grown or blended from it;{' '}
            {inStore} in store, {out} open {out === 1 ? 'loan' : 'loans'} with members.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {actionData?.intent === 'recall' && actionData.result === null && (
        <Notice tone="good">
          Recalled: {held} {held === 1 ? 'lot is' : 'lots are'} on hold now.{' '}
          {calls.length + gifts.length > 0 && 'Warn everyone listed below.'}
        </Notice>
      )}
      {calls.length > 0 && <Calls calls={calls} />}
      {gifts.length > 0 && <Gifts gifts={gifts} />}
      <Table caption="Everything a recall would affect">
        <Heads of={['Lot', 'Variety', 'Harvested', 'In store', 'With members', 'State']} />
        <tbody>
          {touched.map((row) => (
            <tr key={row.id}>
              <td>
                <Link className="link" to={`/lots/${row.code}`}>
                  <LotCode>{row.code}</LotCode>
                </Link>
              </td>
              <td>‘{row.variety}’</td>
              <td>{row.harvested ? formatDate(row.harvested) : 'unknown'}</td>
              <td>
                <StockLeft lot={row} />
              </td>
              <td>
                {row.out.length === 0
                  ? 'nobody'
                  : row.out.map((loan) => (
                      <span key={loan.loanId} className="block">
                        <Link className="link" to={`/people/${loan.memberId}`}>
                          {loan.member}
                        </Link>
                        , {loan.packets} {loan.packets === 1 ? 'packet' : 'packets'}
                        {!loan.open && ' (closed)'}
                      </span>
                    ))}
              </td>
              <td>{row.recalled ? <HoldMark kind="recall" /> : 'not recalled'}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {waiting === 0 ? (
        <p className="mt-6">All of it is recalled. Remove each hold on the page of its lot.</p>
      ) : mayRecall ? (
        <PostForm form={form} formKey={key} intent="recall" className="mt-8 max-w-xl">
          <h2>Recall</h2>
          <p className="text-soft">
            Puts a recall hold on {waiting === 1 ? 'this lot' : `all ${waiting} lots`}. Nothing can be lent, packed or blended until each
            hold is removed.
          </p>
          <TextField field={fields.reason} label="Reason" hint="What is wrong with it?" />
          <Button type="submit" look="action">
            Recall {waiting === 1 ? 'it' : `all ${waiting}`}
          </Button>
        </PostForm>
      ) : (
        <p className="mt-6">Only a coordinator can recall seed.</p>
      )}
    </>
  );
}

type Gift = Route.ComponentProps['loaderData']['gifts'][number];

/** Who was given seed of what is recalled and was not told yet; another library gets a file that finds what it grew from it. */
function Gifts({ gifts }: { gifts: readonly Gift[] }) {
  const units = useUnits();
  return (
    <section aria-label="Given away: who to warn" className="mb-8 border-l-4 border-poor bg-sheet px-4 py-3">
      <h2>Given away: {gifts.length === 1 ? '1 to warn' : `${gifts.length} to warn`}</h2>
      <ul>
        {gifts.map((gift) => (
          <ToTell
            key={gift.giftId}
            formKey={gift.key}
            code={gift.code}
            who={gift.receiver}
            of={['giftId', gift.giftId]}
            text={gift.text}
            ways={
              gift.isLibrary && (
                <a className="link inline-flex min-h-11 items-center gap-1.5" href={`/recall.json?to=${encodeURIComponent(gift.receiver)}`}>
                  <Download aria-hidden className="size-5" />
                  Download file<span className="sr-only"> for {gift.receiver}</span>
                </a>
              )
            }
          >
            <b>{gift.receiver}</b>
            {gift.isLibrary && ' (another library)'}, {formatStock(gift.amount, gift.unit, units)} of <LotCode>{gift.code}</LotCode>
            <span className="block text-small text-soft">Given {formatDate(gift.givenOn)}</span>
          </ToTell>
        ))}
      </ul>
    </section>
  );
}

type Call = Route.ComponentProps['loaderData']['calls'][number];

/** Who has packets of what is recalled and was not told yet, each with a text that is ready to be sent. */
function Calls({ calls }: { calls: readonly Call[] }) {
  return (
    <section aria-label="Whom to call" className="mb-8 border-l-4 border-poor bg-sheet px-4 py-3">
      <h2>{calls.length === 1 ? '1 member to call' : `${calls.length} members to call`}</h2>
      <ul>
        {calls.map((call) => (
          <ToTell
            key={`${call.code} ${call.memberId}`}
            formKey={call.key}
            code={call.code}
            who={call.member}
            of={['memberId', call.memberId]}
            text={call.text}
            ways={
              <>
                {call.email && (
                  <a
                    className="link inline-flex min-h-11 items-center"
                    href={`mailto:${call.email}?subject=${encodeURIComponent(`Recalled: ${call.crop} ‘${call.variety}’`)}&body=${encodeURIComponent(call.text)}`}
                  >
                    Write e-mail
                  </a>
                )}
                {call.phone && (
                  <a
                    className="link inline-flex min-h-11 items-center"
                    href={`sms:${call.phone.replaceAll(/[^\d+]/g, '')}?body=${encodeURIComponent(call.text)}`}
                  >
                    Send text
                  </a>
                )}
              </>
            }
          >
            <Link className="link font-semibold" to={`/people/${call.memberId}`}>
              {call.member}
            </Link>
            , {call.packets} {call.packets === 1 ? 'packet' : 'packets'} of <LotCode>{call.code}</LotCode>
            <span className="block text-small text-soft">
              {[call.phone, call.email].filter(Boolean).join(', ') || 'No phone or e-mail on record'}
            </span>
          </ToTell>
        ))}
      </ul>
    </section>
  );
}
