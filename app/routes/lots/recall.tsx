import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { HoldMark, LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { StockLeft } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { recallForm } from '#contracts/lots/seen.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { may } from '#core/people/may.ts';
import { readRecall } from '#data/lots/descent.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { recall } from '#services/lots/recall.server.ts';
import type { Route } from './+types/recall.ts';

export const meta: Route.MetaFunction = () => [{ title: 'What came from it · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const touched = await readRecall(db, lot.id);
  return {
    key: newFormKey(),
    lot: { id: lot.id, code: lot.code, crop: lot.crop, variety: lot.variety },
    touched: touched.map(({ donor: _donor, ...rest }) => rest),
    mayRecall: may(actor.role, 'lift doubtful holds'),
    typed: await typedBefore(request, actor),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'lift doubtful holds');
  const { submission } = await readForm(request, recallForm);
  if (submission.status !== 'success') return notAccepted({ held: null, result: submission.reply() });
  const done = await recall(visit, { ...submission.value, code: params.code });
  if (!done.ok) return notAccepted({ held: null, result: submission.reply({ formErrors: ['This lot no longer exists'] }) });
  return { held: done.answer.held, result: null };
}

export default function Recall({ loaderData: { key, lot, touched, mayRecall, typed }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof recallForm>({ id: 'recall', result: actionData?.result, start: { reason: '', ...typed } });
  const inStore = touched.filter(({ onHand }) => onHand > 0).length;
  const out = touched.flatMap(({ out: loans }) => loans.filter(({ open }) => open)).length;
  const waiting = touched.filter(({ recalled }) => !recalled).length;
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
      {typeof actionData?.held === 'number' && (
        <Notice tone="good">
          Recalled: {actionData.held} {actionData.held === 1 ? 'lot is' : 'lots are'} on hold now. Contact the members below.
        </Notice>
      )}
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
        <PostForm form={form} formKey={key} className="mt-8 max-w-xl">
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
