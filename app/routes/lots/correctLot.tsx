import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { PostForm, SureField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { correctLotForm } from '#contracts/lots/correctLot.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import { findLoansOfLot, findLotByCode, findRelatives } from '#data/lots/lots.ts';
import { listGardens } from '#data/people/gardens.ts';
import { correctLot, wasBrought, type CorrectLotProblem } from '#services/lots/correctLot.server.ts';
import { CONTRADICTIONS } from '#words/contradictions.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { Route } from './+types/correctLot.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Correct crop, variety, donor or garden · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [crops, gardens, loans, { children }, typed] = await Promise.all([
    listCropNames(db),
    listGardens(db),
    findLoansOfLot(db, lot.id),
    findRelatives(db, lot.id),
    typedBefore(request, actor),
  ]);
  return {
    key: newFormKey(),
    lot: { code: lot.code, name: `${lot.crop} ‘${lot.variety}’`, wasBrought: wasBrought(lot.origin) },
    start: { crop: lot.crop, variety: lot.variety, donor: lot.donor ?? '', garden: lot.garden ?? '', ...typed },
    crops: crops.map(({ name }) => name),
    gardens: [...new Set(gardens.map(({ name }) => name))],
    borrowers: [...new Map(loans.map(({ memberId, member }) => [memberId, { id: memberId, name: member }])).values()],
    children: children.map(({ code }) => code),
  };
}

const SURE = { variety: 'sureVariety', donor: 'sureDonor', garden: 'sureGarden' } as const;

function troubleOf(problem: CorrectLotProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such crop':
      return { crop: ['This crop is not in the almanac. Choose one from the list'] };
    case 'nothing changed':
      return { '': ['Nothing has changed. Change a name first'] };
    case 'is it':
      return {
        [problem.of]: [`Is it ${problem.near.join(', or ')}? Enter the name like that, or confirm yours below`],
        [SURE[problem.of]]: [problem.typed],
      };
    case 'contradiction':
      return {
        crop: [
          `The provenance does not fit this crop: ${problem.found.map(({ code }) => CONTRADICTIONS[code]).join('; ')}. Correct it first`,
        ],
      };
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['correct'], troubleOf);
  return give(correctLot, { code }, () => `/lots/${code}`);
}

/** The lot goes under its right name from then on, and who has to be told of the wrong one is named. */
export default function CorrectLot({ loaderData, actionData }: Route.ComponentProps) {
  const { key, lot, start, crops, gardens, borrowers, children } = loaderData;
  const [form, fields] = usePostForm<typeof correctLotForm>({ id: 'correct-lot', result: actionData?.result, start });
  return (
    <div className="max-w-xl">
      <PageHead
        title="Correct crop, variety, donor or garden"
        about={
          <>
            <LotCode>{lot.code}</LotCode>, now {lot.name}. The code stays, and the history keeps both names.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Cancel</ButtonLink>}
      />
      <PostForm form={form} formKey={key} intent="correct">
        <TextField field={fields.crop} label="Crop" suggestions={crops} />
        <TextField field={fields.variety} label="Variety" />
        <SureField field={fields.sureVariety} words={(name) => `‘${name}’ is another variety`} />
        {lot.wasBrought && (
          <>
            <TextField field={fields.donor} label="Donor" hint="Leave it empty if nobody knows" />
            <SureField field={fields.sureDonor} words={(name) => `${name} is a new person`} />
          </>
        )}
        <TextField field={fields.garden} label="Garden" hint="Leave it empty if nobody knows" suggestions={gardens} />
        <SureField field={fields.sureGarden} words={(name) => `${name} is a new garden`} />
        <TextField field={fields.why} label="Why are you correcting it?" hint="For example: labels swapped; wrong name on the envelope" />
        {(borrowers.length > 0 || children.length > 0) && (
          <section aria-label="Also to do" className="border-l-4 border-doubt bg-sheet px-4 py-3">
            <h2>Afterwards</h2>
            {borrowers.length > 0 && (
              <p>
                Tell who has packets of it under the old name:{' '}
                {borrowers.map(({ id, name }, index) => (
                  <span key={id}>
                    {index > 0 && ', '}
                    <Link className="link" to={`/people/${id}`}>
                      {name}
                    </Link>
                  </span>
                ))}
                .
              </p>
            )}
            {children.length > 0 && (
              <p>
                Correct what was grown from it too:{' '}
                {children.map((code, index) => (
                  <span key={code}>
                    {index > 0 && ', '}
                    <Link className="link" to={`/lots/${code}/correct`}>
                      <LotCode>{code}</LotCode>
                    </Link>
                  </span>
                ))}
                .
              </p>
            )}
          </section>
        )}
        <Button type="submit" look="action">
          Save correction
        </Button>
        <p>
          <Link className="link" to={`/lots/${lot.code}/passport`}>
            Correct its provenance
          </Link>
        </p>
      </PostForm>
    </div>
  );
}
