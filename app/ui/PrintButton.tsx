import { Printer } from 'lucide-react';
import { Button } from './Button.tsx';

/** Prints the page. */
export function PrintButton({ children = 'Print' }: { children?: string }) {
  return (
    <Button type="button" onClick={() => window.print()}>
      <Printer aria-hidden className="size-5" />
      {children}
    </Button>
  );
}
