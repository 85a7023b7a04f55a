import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/reckoner.ts';
import {
  MoistureCalculator,
  PeroxideCalculator,
  SampleCalculator,
  SilicaCalculator,
  SodaCalculator,
  WarmUpCalculator,
} from './calculators.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Bench calculators · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  return null;
}

/** The bench’s arithmetic by itself, without a batch. */
export default function Reckoner() {
  return (
    <div className="max-w-3xl space-y-8">
      <PageHead
        title="Bench calculators"
        about="Silica gel, washing soda, peroxide, moisture, warm-up and seed counts. Nothing you enter here is saved."
        actions={<ButtonLink to="/bench">Bench</ButtonLink>}
      />
      <SilicaCalculator />
      <SodaCalculator />
      <PeroxideCalculator />
      <MoistureCalculator />
      <WarmUpCalculator />
      <SampleCalculator />
    </div>
  );
}
