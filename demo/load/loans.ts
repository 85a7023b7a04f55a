import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';

/** Loans, what came back of them, and how they were closed. */
export async function loadLoans(loading: Loading): Promise<void> {
  const all = loading.library.lots.flatMap((lot, index) =>
    lot.loans.map((loan) => ({ lot, index, loan, key: loading.act('packets lent', loading.codes[index]!, loan.lentOn) })),
  );
  for (const { lot, index, loan, key } of all)
    loading.draw(
      index,
      'lent',
      loan.packets * unitsForSeeds(lot.crop.packet, lot.unit, lot.perGram),
      `${loan.packets} × ${lot.crop.packet} seeds`,
      loan.lentOn,
      key,
    );
  const loanIds = await addRows(
    loading.tx,
    'loan',
    all.map(({ lot, index, loan, key }) => ({
      lot_id: loading.lotIds[index]!,
      member_id: loading.personIds[loan.member]!,
      packets: loan.packets,
      seeds_per_packet: lot.crop.packet,
      lent_on: loan.lentOn,
      due_on: loan.dueOn,
      override_reason: null,
      lent_by: loading.personIds[0]!,
      act_key: key,
    })),
  );
  await addRows(
    loading.tx,
    'loan_return',
    all.flatMap(({ loan, index }, at) =>
      loan.child === null
        ? []
        : [
            {
              loan_id: loanIds[at]!,
              lot_id: loading.lotIds[loan.child]!,
              act_key: loading.act('seed returned', loading.codes[index]!, loan.close!.on),
            },
          ],
    ),
  );
  // A loan that should have been returned, but whose child was never generated, is one that the member keeps growing.
  const outcome = (loan: (typeof all)[number]['loan']) =>
    loan.close!.outcome === 'returned' && loan.child === null ? 'kept on' : loan.close!.outcome;
  await addRows(
    loading.tx,
    'loan_close',
    all.flatMap(({ loan, index }, at) =>
      loan.close
        ? [
            {
              loan_id: loanIds[at]!,
              outcome: outcome(loan),
              closed_on: loan.close.on,
              note: loan.close.note,
              closed_by: loading.personIds[0]!,
              act_key: loading.act('loan closed', loading.codes[index]!, loan.close.on),
            },
          ]
        : [],
    ),
  );
}
