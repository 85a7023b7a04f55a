import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf, pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { gardenForm } from '#contracts/people/gardens.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { openGrowOuts } from '#data/growouts/growOuts.ts';
import { plotsOf } from '#data/growouts/places.ts';
import { listGardens } from '#data/people/gardens.ts';
import { writeGarden } from '#services/people/gardens.server.ts';
import type { Route } from './+types/gardens.ts';
import { gardenTrouble } from './gardenTrouble.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Gardens · Kind Granary' }];

const PAGE = 60;
const MOST_GROW_OUTS = 400;

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const page = pageFrom(query);
  const [gardens, plots, growOuts] = await Promise.all([listGardens(db, search), plotsOf(db, null), openGrowOuts(db, MOST_GROW_OUTS)]);
  return {
    key: newFormKey(),
    search,
    page,
    total: gardens.length,
    gardens: gardens.slice((page - 1) * PAGE, page * PAGE).map(({ id, name, person, latitude }) => ({
      id,
      name,
      person,
      isPlaced: latitude !== null,
      squareMetres: plots.filter(({ gardenId, inUse }) => gardenId === id && inUse).reduce((sum, plot) => sum + plot.squareMetres, 0),
      growOuts: growOuts.filter(({ gardenId }) => gardenId === id).length,
    })),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['garden'], gardenTrouble);
  return give(writeGarden, {}, ({ id }) => `/gardens/${id}`);
}

export default function Gardens({ loaderData: { key, search, page, total, gardens }, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof gardenForm>({ id: `garden-${key}`, result: actionData?.result ?? null });
  return (
    <>
      <PageHead
        title="Gardens"
        about="Where members grow seed. Only people who work here can see where a garden is."
        actions={
          <>
            <ButtonLink to="/grow-outs/season">Map of the season</ButtonLink>
            <ButtonLink to="/grow-outs">Grow-outs</ButtonLink>
          </>
        }
      />
      <SearchForm label="Find a garden" hint="Garden or person" value={search} table="gardens" />
      {gardens.length === 0 ? (
        <Empty>{search ? 'No results. Try part of a garden’s or a person’s name.' : 'No gardens yet. Add the first one below.'}</Empty>
      ) : (
        <Table caption="Gardens">
          <Heads of={['Garden', 'Whose', 'Place', 'Plots', 'Grow-outs in progress']} />
          <tbody>
            {gardens.map((garden) => (
              <tr key={garden.id}>
                <td>
                  <Link className="link font-semibold" to={`/gardens/${garden.id}`}>
                    {garden.name}
                  </Link>
                </td>
                <td>{garden.person ?? '–'}</td>
                <td>{garden.isPlaced ? 'Known' : 'Not known'}</td>
                <td className="whitespace-nowrap">{garden.squareMetres > 0 ? `${garden.squareMetres} m²` : '–'}</td>
                <td>{garden.growOuts > 0 ? garden.growOuts : '–'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="gardens" />
      <section aria-labelledby="new-garden" className="mt-10 max-w-xl">
        <h2 id="new-garden" className="mb-3">
          Add a garden
        </h2>
        <PostForm form={form} formKey={key} intent="garden">
          <TextField field={fields.name} label="Name" hint="For example Alder Row, or Mill Lane allotment 7" />
          <TextField field={fields.person} label="Whose is it? (optional)" hint="Someone you have added at the desk" />
          <TextField
            field={fields.place}
            label="Where is it? (optional)"
            hint={`Coordinates such as 41.21, -34.04, or a distance such as ${formatMetres(300, units)} to Alder Row`}
          />
          <Button type="submit">Add garden</Button>
        </PostForm>
      </section>
    </>
  );
}
