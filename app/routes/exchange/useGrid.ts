import type { ClipboardEvent, FocusEvent, FormEvent, KeyboardEvent, RefObject } from 'react';

const cellOf = (target: EventTarget): HTMLInputElement | null =>
  target instanceof HTMLInputElement && target.dataset['column'] !== undefined ? target : null;

const isChanged = (cell: HTMLInputElement) => cell.value !== cell.dataset['kept'];

/**
 * Lets a form's cells be worked at like a spreadsheet's, and hands over those that have changed when the work goes on elsewhere: a cell is left for
 * another row, something was pasted or filled down.
 * @param send sends the changed cells
 */
export function useGrid(form: RefObject<HTMLFormElement | null>, send: (changed: FormData) => void) {
  const cells = () => [...(form.current?.querySelectorAll<HTMLInputElement>('input[data-column]') ?? [])];
  /** The cell of the same column so many rows further, counting only rows that are on the page. */
  const inColumn = (cell: HTMLInputElement, by: number) => {
    const column = cells().filter((other) => other.dataset['column'] === cell.dataset['column']);
    return column[column.indexOf(cell) + by] ?? null;
  };
  const sendChanged = (which: readonly HTMLInputElement[]) => {
    const changed = which.filter(isChanged);
    if (changed.length === 0) return;
    const data = new FormData();
    for (const cell of changed) {
      data.set(cell.name, cell.value);
      cell.dataset['kept'] = cell.value;
    }
    send(data);
  };

  function onKeyDown(event: KeyboardEvent) {
    const cell = cellOf(event.target);
    if (!cell) return;
    const isDown = event.key === 'ArrowDown' || event.key === 'Enter';
    if (isDown || event.key === 'ArrowUp') {
      event.preventDefault();
      const next = inColumn(cell, isDown ? 1 : -1);
      if (next) next.focus();
      else cell.blur();
    } else if (event.key.toLowerCase() === 'd' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      const above = inColumn(cell, -1);
      if (!above) return;
      cell.value = above.value;
      sendChanged([cell]);
      inColumn(cell, 1)?.focus();
    } else if (event.key === 'Escape') cell.value = cell.dataset['kept'] ?? '';
  }

  function onPaste(event: ClipboardEvent) {
    const cell = cellOf(event.target);
    const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
    if (!cell || !/[\t\n]/.test(text)) return;
    event.preventDefault();
    const all = cells();
    const touched: HTMLInputElement[] = [];
    for (const [down, line] of text.split(/\r?\n/).entries()) {
      const begin = inColumn(cell, down);
      if (!begin) break;
      for (const [right, said] of line.split('\t').entries()) {
        const target = all[all.indexOf(begin) + right];
        if (!target || target.dataset['row'] !== begin.dataset['row']) break;
        target.value = said;
        touched.push(target);
      }
    }
    sendChanged(touched);
  }

  function onBlur(event: FocusEvent) {
    const cell = cellOf(event.target);
    if (!cell) return;
    const next = event.relatedTarget === null ? null : cellOf(event.relatedTarget);
    // Whoever goes on in the same row is not done with it.
    if (next?.dataset['row'] !== cell.dataset['row']) sendChanged(cells().filter((other) => other.dataset['row'] === cell.dataset['row']));
  }

  function onSubmit(event: FormEvent) {
    event.preventDefault();
    sendChanged(cells());
  }

  return { onKeyDown, onPaste, onBlur, onSubmit };
}
