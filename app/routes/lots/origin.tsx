import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { originForm } from '#contracts/exchange/swap.ts';
import { findSourceOfLot } from '#data/exchange/sources.ts';
import { listLibraries } from '#data/exchange/swaps.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { noteOrigin } from '#services/exchange/swaps.server.ts';
import type { NoLot } from '#services/lots/lockedLot.server.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { Route } from './+types/origin.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Code at another library · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [source, libraries] = await Promise.all([findSourceOfLot(db, lot.id), listLibraries(db)]);
  const origin = source?.origin;
  return {
    key: newFormKey(),
    code: lot.code,
    name: `${lot.crop} ‘${lot.variety}’`,
    libraries,
    start: { library: origin?.library ?? '', theirCode: origin?.code ?? '' },
  };
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs<NoLot>(await formOf(request), visit, ['origin'], () => ({ '': [EVERYBODYS_PROBLEMS['no such lot']] }));
  return give(noteOrigin, { code }, () => `/lots/${code}`);
}

/** What a lot is called at the library that it came from. */
export default function OriginOfLot({ loaderData: { key, code, name, libraries, start }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof originForm>({ id: 'origin', result: actionData?.result ?? null, start });
  return (
    <div className="max-w-xl">
      <PageHead
        title="Code at another library"
        about={
          <>
            <LotCode>{code}</LotCode>, {name}. If they recall it, we can find it by their code.
          </>
        }
        actions={<ButtonLink to={`/lots/${code}`}>Cancel</ButtonLink>}
      />
      <PostForm form={form} formKey={key} intent="origin">
        <TextField field={fields.library} label="Which library did it come from?" suggestions={libraries} />
        <TextField field={fields.theirCode} label="Their code" hint="As printed on their label" />
        <Button type="submit" look="action">
          Save code
        </Button>
      </PostForm>
    </div>
  );
}
