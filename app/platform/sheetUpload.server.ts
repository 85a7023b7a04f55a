import { data } from 'react-router';
import { actKey } from '#contracts/fields.ts';
import { MOST_PASTED, MOST_SHEET_BYTES } from '#contracts/exchange/upload.ts';

export interface SheetUpload {
  readonly key: string;
  readonly name: string;
  readonly contents: Uint8Array;
}

const LONGEST_NAME = 120;
const PASTED = 'Pasted cells';

/**
 * Reads a form with a file of sheets, or with cells that were pasted.
 * @returns the upload, or at which field something is missing
 * @throws an answer of 400 where the body is no form or its key is none
 */
export async function readSheetUpload(
  request: Request,
): Promise<
  | { readonly ok: true; readonly upload: SheetUpload }
  | { readonly ok: false; readonly at: 'file' | 'pasted'; readonly why: 'missing' | 'too large' }
> {
  const form = await request.formData().catch(() => {
    throw data(null, { status: 400 });
  });
  const key = actKey.safeParse(form.get('key'));
  if (!key.success) throw data(null, { status: 400 });
  const [file, pasted] = [form.get('file'), form.get('pasted')];
  if (file instanceof File && file.size > 0) {
    if (file.size > MOST_SHEET_BYTES) return { ok: false, at: 'file', why: 'too large' };
    const name = file.name.replaceAll('\0', '').toWellFormed().trim().slice(-LONGEST_NAME) || PASTED;
    return { ok: true, upload: { key: key.data, name, contents: new Uint8Array(await file.arrayBuffer()) } };
  }
  if (typeof pasted === 'string' && pasted.trim() !== '') {
    if (pasted.length > MOST_PASTED) return { ok: false, at: 'pasted', why: 'too large' };
    return { ok: true, upload: { key: key.data, name: PASTED, contents: new TextEncoder().encode(pasted) } };
  }
  return { ok: false, at: 'file', why: 'missing' };
}
