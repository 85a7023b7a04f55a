import { SHEET_IDS, type SheetId } from '#core/labels/sheets.ts';
import { SHEET_WORDS } from '#words/labels.ts';

/** On which sheet or roll labels are printed: the field `sheet` of a form. */
export function SheetSelect({ className, value, onSheet }: { className?: string; value?: SheetId; onSheet?: (sheet: SheetId) => void }) {
  return (
    <label className={className}>
      <span className="font-semibold">Sheet or roll</span>
      <select name="sheet" className="input mt-1" {...(onSheet && { value, onChange: (event) => onSheet(event.target.value as SheetId) })}>
        {SHEET_IDS.map((id) => (
          <option key={id} value={id}>
            {SHEET_WORDS[id]}
          </option>
        ))}
      </select>
    </label>
  );
}
