import { SaxesParser } from 'saxes';
import type { Sheet } from '#core/sheets/findTable.ts';
import { sheetNamed } from '#words/exchange.ts';

/**
 * Reads the sheets of an OpenDocument spreadsheet from its `content.xml`: dates and numbers as they are kept, other cells as they are shown.
 * Repeated rows and cells are written out as far as they hold something.
 * @throws Error where the document is not well formed
 */
export function readOds(content: string, most: { readonly rows: number; readonly columns: number }): Sheet[] {
  const sheets: { name: string; rows: string[][] }[] = [];
  let row: string[] | null = null;
  let [rowRepeats, cellRepeats] = [1, 1];
  let cell: { value: string | null; text: string } | null = null;
  let [depthOfNote, paragraph] = [0, false];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name, attributes }) => {
    const repeats = (what: string) => Math.max(1, Number(attributes[`table:number-${what}-repeated`] ?? 1) || 1);
    if (name === 'office:annotation') depthOfNote += 1;
    else if (name === 'table:table') sheets.push({ name: attributes['table:name'] ?? sheetNamed(sheets.length + 1), rows: [] });
    else if (name === 'table:table-row') [row, rowRepeats] = [[], repeats('rows')];
    else if (name === 'table:table-cell' || name === 'table:covered-table-cell')
      [cell, cellRepeats] = [{ value: valueOf(attributes), text: '' }, repeats('columns')];
    else if (name === 'text:p' && cell && depthOfNote === 0) {
      if (cell.text !== '') cell.text += ' ';
      paragraph = true;
    } else if (name === 'text:s' && cell && paragraph) cell.text += ' ';
  });
  parser.on('text', (text) => {
    if (cell && paragraph && depthOfNote === 0) cell.text += text;
  });
  parser.on('closetag', ({ name }) => {
    if (name === 'office:annotation') depthOfNote -= 1;
    else if (name === 'text:p') paragraph = false;
    else if ((name === 'table:table-cell' || name === 'table:covered-table-cell') && row && cell) {
      const said = cell.value ?? cell.text;
      // Empty cells to the right edge of the sheet are one that repeats; what does not fit is refused by its width.
      const times = said === '' ? Math.min(cellRepeats, most.columns + 1 - row.length) : Math.min(cellRepeats, most.columns + 1);
      for (let count = 0; count < times; count += 1) row.push(said);
      cell = null;
    } else if (name === 'table:table-row' && row) {
      const { rows } = sheets.at(-1)!;
      const isEmpty = row.every((said) => said === '');
      const times = isEmpty ? Math.min(rowRepeats, 1000, most.rows + 1 - rows.length) : Math.min(rowRepeats, most.rows + 1 - rows.length);
      for (let count = 0; count < times; count += 1) rows.push([...row]);
      row = null;
    }
  });
  parser.write(content).close();
  return sheets;
}

/** A date or number as it is kept; null for text. */
function valueOf(attributes: Readonly<Record<string, string>>): string | null {
  switch (attributes['office:value-type']) {
    case 'date':
      return attributes['office:date-value']?.slice(0, 10) ?? null;
    case 'float':
    case 'percentage':
    case 'currency':
      return attributes['office:value'] ?? null;
    case 'boolean':
      return attributes['office:boolean-value'] === 'true' ? 'yes' : 'no';
    case undefined:
    default:
      return null;
  }
}
