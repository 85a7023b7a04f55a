import { strToU8, zipSync } from 'fflate';

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
const letters = (column: number): string =>
  (column < 26 ? '' : letters(Math.floor(column / 26) - 1)) + String.fromCharCode(65 + (column % 26));

/** What stands in a cell of a workbook; a day is kept as a number that is shown as a date. */
export type Cell = string | number | null | { readonly serial: number };

const cellXml = (cell: Cell, at: string) => {
  if (cell === null || cell === '') return '';
  if (typeof cell === 'number') return `<c r="${at}"><v>${cell}</v></c>`;
  if (typeof cell === 'object') return `<c r="${at}" s="1"><v>${cell.serial}</v></c>`;
  return `<c r="${at}" t="inlineStr"><is><t>${escaped(cell)}</t></is></c>`;
};

/** A workbook of the usual kind, small and plain. */
export function xlsxOf(sheets: Readonly<Record<string, readonly (readonly Cell[])[]>>): Uint8Array {
  const names = Object.keys(sheets);
  const part = (name: string, xml: string) => [name, strToU8(`<?xml version="1.0" encoding="UTF-8" standalone="yes"?>${xml}`)] as const;
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  return zipSync(
    Object.fromEntries([
      part(
        'xl/workbook.xml',
        `<workbook xmlns="${main}" xmlns:r="${office}"><sheets>${names.map((name, index) => `<sheet name="${escaped(name)}" sheetId="${index + 1}" r:id="rId${index + 1}"/>`).join('')}</sheets></workbook>`,
      ),
      part(
        'xl/_rels/workbook.xml.rels',
        `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${names
          .map((_, index) => `<Relationship Id="rId${index + 1}" Type="${office}/worksheet" Target="worksheets/sheet${index + 1}.xml"/>`)
          .join('')}<Relationship Id="rIdS" Type="${office}/styles" Target="styles.xml"/></Relationships>`,
      ),
      part('xl/styles.xml', `<styleSheet xmlns="${main}"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>`),
      ...names.map((name, index) =>
        part(
          `xl/worksheets/sheet${index + 1}.xml`,
          `<worksheet xmlns="${main}"><sheetData>${sheets[name]!.map(
            (cells, row) =>
              `<row r="${row + 1}">${cells.map((cell, column) => cellXml(cell, `${letters(column)}${row + 1}`)).join('')}</row>`,
          ).join('')}</sheetData></worksheet>`,
        ),
      ),
    ]),
  );
}

/** An OpenDocument spreadsheet of one sheet, with what the editors add: repeated cells to the right edge, a comment. */
export function odsOf(name: string, rows: readonly (readonly string[])[]): Uint8Array {
  const cell = (text: string) => {
    if (text === '') return '<table:table-cell/>';
    if (/^\d{4}-\d\d-\d\d$/.test(text))
      return `<table:table-cell office:value-type="date" office:date-value="${text}"><text:p>${text.slice(8)}/${text.slice(5, 7)}</text:p></table:table-cell>`;
    return `<table:table-cell office:value-type="string"><office:annotation><text:p>a comment</text:p></office:annotation><text:p>${escaped(text)}</text:p></table:table-cell>`;
  };
  const content = `<?xml version="1.0" encoding="UTF-8"?><office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table table:name="${escaped(name)}">${rows
    .map(
      (cells) => `<table:table-row>${cells.map(cell).join('')}<table:table-cell table:number-columns-repeated="16000"/></table:table-row>`,
    )
    .join(
      '',
    )}<table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384"/></table:table-row></table:table></office:spreadsheet></office:body></office:document-content>`;
  return zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.spreadsheet'), 'content.xml': strToU8(content) });
}
