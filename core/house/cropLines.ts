export type CropLines<Value> =
  | { readonly ok: true; readonly crops: Record<string, Value> }
  | { readonly ok: false; readonly line: string; readonly why: 'no such crop' | 'not read' };

const LONGEST = 200;

/**
 * Reads settings that some crops have for themselves, one on each line: a crop's name, then its figures.
 * @param figures what ends a line, with the mark before it; its groups go to `valueOf`, which gives null for what makes no sense. What stands
 *   before them is the crop's name
 * @param cropNamed the crop of a name, or null
 */
export function readCropLines<Value>(
  text: string,
  figures: RegExp,
  cropNamed: (name: string) => { readonly id: string } | null,
  valueOf: (groups: readonly string[]) => Value | null,
): CropLines<Value> {
  const crops: Record<string, Value> = {};
  for (const line of text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const end = line.length > LONGEST ? null : figures.exec(line);
    const name = line
      .slice(0, end?.index)
      .split(/[\s:=]/)
      .filter(Boolean)
      .join(' ');
    const value = end === null || name === '' ? null : valueOf(end.slice(1));
    if (value === null) return { ok: false, line: line.slice(0, LONGEST), why: 'not read' };
    const crop = cropNamed(name);
    if (!crop) return { ok: false, line, why: 'no such crop' };
    crops[crop.id] = value;
  }
  return { ok: true, crops };
}
