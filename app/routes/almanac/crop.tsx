import { data } from 'react-router';
import { may } from '#core/people/may.ts';
import { readCrop } from '#data/house.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/crop.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.crop.name ?? 'Crop'} · Kind Granary` }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'read almanac');
  const crop = await readCrop(db, params.id);
  if (!crop) throw data(null, { status: 404 });
  return { crop, works: may(actor.role, 'work') };
}

const weeks = (count: number) =>
  count === 0 ? 'at the last frost' : `${Math.abs(count)} weeks ${count < 0 ? 'before' : 'after'} the last frost`;

export default function Crop({ loaderData: { crop, works } }: Route.ComponentProps) {
  const { season, germination } = crop;
  return (
    <>
      <PageHead
        title={crop.name}
        about={
          <>
            <i>{crop.species}</i>, {crop.family}; {crop.lifeCycle}, {crop.breeding}
          </>
        }
        actions={works && <ButtonLink to={`/shelves?crop=${crop.id}`}>Lots of it</ButtonLink>}
      />
      {crop.cautions.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      <div className="max-w-3xl">
        <p className="mb-3">
          <b>To sow.</b> {crop.howToSow}
        </p>
        <p className="mb-6">
          <b>To save.</b> {crop.howToSave}
        </p>
        <Facts
          rows={[
            ['Crosses with', `everything of ${crop.crossingGroup} in flower`],
            [
              'Keep apart',
              `${crop.isolationMetres.home} m between gardens; ${crop.isolationMetres.production} m for a line that only you keep`,
            ],
            ['Save from', `${crop.minimumPlants.seed} plants for good seed, ${crop.minimumPlants.keep} to keep the line`],
            ['Sow', `from ${weeks(season.sowWeeks[0])} to ${weeks(season.sowWeeks[1])}`],
            [
              'Seed is ripe',
              season.kind === 'first season'
                ? `${season.daysToSeed[0]} to ${season.daysToSeed[1]} days after sowing`
                : `in the second year, ${season.ripeWeeks[0]} to ${season.ripeWeeks[1]} weeks after the last frost`,
            ],
            ['Ripe when', crop.ripeSign],
            ['Seeds in a gram', `${crop.seedsPerGram[0]} to ${crop.seedsPerGram[1]}`],
            ['House packet', `${crop.packetSeeds} seeds`],
            [
              'To test',
              `${germination.celsius} °C; first count on day ${germination.firstCountDays}, last on day ${germination.finalCountDays}`,
            ],
            ['Keeps', `${crop.longevityYears[0]} to ${crop.longevityYears[1]} years, cool and dry, until about half germinates`],
            ['Saving is', crop.easeOfSaving],
          ]}
        />
      </div>
    </>
  );
}
