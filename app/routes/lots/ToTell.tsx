import type { ReactNode } from 'react';
import { Form } from 'react-router';
import { Button } from '#app/ui/Button.tsx';

interface Telling {
  readonly formKey: string;
  readonly code: string;
  readonly who: string;
  /** Whom the form names: a member, or a gift. */
  readonly of: readonly ['memberId' | 'giftId', number];
  /** What to say, ready to be sent. */
  readonly text: string;
  /** Ways to reach them. */
  readonly ways: ReactNode;
  readonly children: ReactNode;
}

/** Somebody who is to be told that seed is recalled: who and of what, how to reach them, what to say, and that it is done. */
export function ToTell({ formKey, code, who, of: [name, value], text, ways, children }: Telling) {
  return (
    <li className="border-t border-rule py-3 first:border-t-0">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <span>{children}</span>
        <span className="flex flex-wrap items-center gap-x-5">
          {ways}
          <Form method="post">
            <input type="hidden" name="key" value={formKey} />
            <input type="hidden" name="intent" value="told" />
            <input type="hidden" name="of" value={code} />
            <input type="hidden" name={name} value={value} />
            <Button type="submit" aria-label={`Mark as told: ${who}, ${code}`}>
              Mark as told
            </Button>
          </Form>
        </span>
      </div>
      <details>
        <summary className="link inline-flex min-h-11 items-center text-small">What to say</summary>
        <p className="max-w-prose whitespace-pre-line">{text}</p>
      </details>
    </li>
  );
}
