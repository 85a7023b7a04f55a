import type { BatchPage } from './WhatNext.tsx';

/** What was done to the batch and seen of it, newest first, and its weighings. */
export function History({ history, weighings }: Pick<BatchPage, 'history' | 'weighings'>) {
  return (
    <aside className="min-w-0 space-y-6" aria-label="So far">
      <section>
        <h2 className="mb-2">So far</h2>
        <ol>
          {history.map(({ key, when, what, by, photo }) => (
            <li key={key} className="border-t border-rule py-2">
              {what}
              {photo && (
                <a href={photo.to} className="my-1 block">
                  <img
                    src={photo.to}
                    width={photo.width}
                    height={photo.height}
                    alt={what}
                    loading="lazy"
                    className="h-auto max-h-56 w-auto"
                  />
                </a>
              )}
              <span className="block text-small text-soft">
                {when}
                {by && `, ${by}`}
              </span>
            </li>
          ))}
        </ol>
      </section>
      {weighings.length > 0 && (
        <section>
          <h2 className="mb-2">Weighings</h2>
          <ol>
            {[...weighings].reverse().map((one) => (
              <li key={one.id} className="border-t border-rule py-2">
                <b>{one.weight}</b>
                {one.heavier && <span className="text-doubt">. {one.heavier}</span>}
                <span className="block text-small text-soft">
                  {one.when}
                  {one.by && `, ${one.by}`}
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
    </aside>
  );
}
