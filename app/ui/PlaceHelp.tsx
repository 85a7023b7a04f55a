import { X } from 'lucide-react';
import { Form, useLocation } from 'react-router';

/** What each place is for, in two lines for a newcomer. The keys are the paths. */
export const PLACE_HELP: Readonly<Record<string, string>> = {
  '/intake':
    'Take in seed that somebody brings, or record a return. You are only asked what matters for this seed; “Unknown” is a valid answer.',
  '/bench': 'Follow each batch from fruit or pod to clean, dry seed. Every batch says what to look for and when to continue.',
  '/tests': 'Germination tests that are running. Start one from a lot, count the seeds that sprout, and end it to get a verdict.',
  '/shelves': 'Every lot you have, where it is and how well it germinates. Open a lot to print its label, move it or correct its stock.',
  '/desk': 'Your members and their loans. Choose a member, then scan what they take.',
  '/grow-outs': 'Lines that need fresh seed, and the grow-outs in members’ gardens that give it.',
  '/lines': 'Every variety across all its lots: whether there is enough, and whether it depends on one jar or garden.',
  '/almanac': 'What each crop needs to give good seed. Your own figures take precedence over the ones we ship.',
};

/** The two lines of the place one is in, until they are put away for good. */
export function PlaceHelp({ putAway }: { putAway: readonly string[] }) {
  const { pathname } = useLocation();
  const words = PLACE_HELP[pathname];
  if (words === undefined || putAway.includes(pathname)) return null;
  return (
    <Form method="post" action="/help" className="no-print mb-5 flex items-start gap-3 border-l-4 border-frost bg-frost-tint px-4 py-2">
      <p className="grow">{words}</p>
      <button
        name="place"
        value={pathname}
        className="-my-1 inline-flex size-11 shrink-0 items-center justify-center"
        aria-label="Do not show this again"
      >
        <X aria-hidden className="size-5" />
      </button>
    </Form>
  );
}
