import { Check, Circle } from 'lucide-react';
import { Link } from 'react-router';
import { classes } from '#app/ui/classes.ts';
import type { FirstHour as Steps } from '#data/today/firstHour.ts';

const STEPS = [
  {
    is: 'season',
    to: '/settings',
    words: 'When is your season?',
    why: 'Your average last and first frost, and whether you are north or south of the equator. Every sowing and return date depends on them.',
  },
  {
    is: 'rules',
    to: '/settings/rules',
    words: 'What are your house rules?',
    why: 'Plain questions, each with a usual answer: how far apart, how long to ferment, what to do with hybrids.',
  },
  { is: 'lot', to: '/intake', words: 'Take in your first lot', why: 'One jar or packet. You can answer “Unknown” to most questions.' },
  { is: 'label', to: '/shelves', words: 'Print its label', why: 'The code on it opens the lot when you scan it.' },
  {
    is: 'places',
    to: '/places',
    words: 'Where do you keep seed?',
    why: 'How warm and damp it is there decides how long seed stays alive.',
  },
  { is: 'people', to: '/people/new?member=yes', words: 'Add a member or a helper', why: 'Helpers can sign in; members do not need to.' },
] as const;

/** The first steps of a new library, in any order, left and taken up again at will. */
export function FirstHour({ steps }: { steps: Steps }) {
  const done = STEPS.filter(({ is }) => steps[is]).length;
  return (
    <section aria-label="Your first hour" className="mb-8 border-l-4 border-grain bg-sheet px-5 py-4">
      <h2>Your first hour</h2>
      <p className="mt-1 text-soft">
        {done} of {STEPS.length} steps done. Take them in any order; you can stop and come back here at any time.
      </p>
      <ol className="mt-3 divide-y divide-rule">
        {STEPS.map(({ is, to, words, why }) => (
          <li key={is} className="grid grid-cols-[2rem_1fr] py-2">
            {steps[is] ? (
              <Check className="size-6 text-good" aria-label="Done" />
            ) : (
              <Circle className="size-6 text-edge" aria-label="To do" />
            )}
            <span>
              <Link
                to={is === 'label' && steps.newest ? `/lots/${steps.newest}/label` : to}
                className={classes('inline-flex min-h-6 items-center font-semibold', steps[is] ? 'text-soft' : 'link')}
              >
                {words}
              </Link>
              <span className="block text-small text-soft">{why}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-3">
        Is it all in a spreadsheet already?{' '}
        <Link to="/import" className="link">
          Bring it in
        </Link>
        : you see everything before it is saved.
      </p>
    </section>
  );
}
