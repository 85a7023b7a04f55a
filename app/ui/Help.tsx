import { CircleHelp } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Link, useFetcher } from 'react-router';

/** Where a term stands in the glossary. */
export const glossaryAnchor = (term: string): string => term.replaceAll(' ', '-');

/** A question mark beside a term or figure that opens its entry of the glossary; without scripts it leads to the entry. */
export function Help({ term }: { term: string }) {
  const glossary = useFetcher<{ words: readonly { readonly word: string; readonly means: string }[] }>();
  const [open, setOpen] = useState(false);
  const entry = glossary.data?.words.find(({ word }) => word === term);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Anchor asChild>
        <a
          href={`/almanac/words#${glossaryAnchor(term)}`}
          onClick={(event) => {
            event.preventDefault();
            setOpen(!open);
            if (!glossary.data) void glossary.load('/almanac/words');
          }}
          aria-haspopup="dialog"
          aria-expanded={open}
          aria-label={`What is “${term}”?`}
          className="no-print relative -my-1 inline-flex size-6 items-center justify-center rounded-full align-middle text-soft hover:text-ink max-sm:before:absolute max-sm:before:-inset-2.5"
        >
          <CircleHelp aria-hidden className="size-4.5" />
        </a>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={12}
          className="z-50 max-w-80 rounded-md border border-edge bg-ground p-4 shadow-lg"
        >
          <p className="font-slab font-semibold">{term.charAt(0).toUpperCase() + term.slice(1)}</p>
          <p className="mt-1" role="status">
            {entry ? entry.means : 'Loading …'}
          </p>
          <Link className="link mt-2 inline-flex min-h-6 items-center text-small" to={`/almanac/words#${glossaryAnchor(term)}`}>
            All terms
          </Link>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
