import type { ComponentProps } from 'react';
import { Link } from 'react-router';
import { classes } from './classes.ts';

/** `action` is the one thing to do on a page; `plain` stands beside it; `quiet` is text with a frame on hover; `grave` cannot be taken back. */
type Look = 'action' | 'plain' | 'quiet' | 'grave';

const LOOKS: Record<Look, string> = {
  action: 'bg-grain text-on-grain hover:bg-grain-deep',
  plain: 'border border-edge bg-sheet text-ink hover:bg-well',
  quiet: 'text-grain underline decoration-1 underline-offset-4 hover:text-grain-deep',
  grave: 'border border-poor bg-sheet text-poor hover:bg-poor-tint',
};
const SHAPE = 'inline-flex min-h-12 items-center justify-center gap-2 rounded-md px-4 py-2 font-semibold no-underline disabled:opacity-60';

export function Button({ look = 'plain', className, ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return <button className={classes(SHAPE, LOOKS[look], className)} {...rest} />;
}

export function ButtonLink({ look = 'plain', className, ...rest }: ComponentProps<typeof Link> & { look?: Look }) {
  return <Link className={classes(SHAPE, LOOKS[look], className)} {...rest} />;
}
