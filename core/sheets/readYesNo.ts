const YES = /^(?:y|yes|yep|true|t|x|1|✓|✔|☑|ja|si|oui|on|paid|member|active|treated|coated)$/i;
const NO = /^(?:n|no|nope|false|f|0|-|–|✗|✘|☐|nein|non|off|none|untreated|lapsed|not)$/i;
const UNKNOWN = /^(?:\?+|unknown|unkn?\.?|not known|n\/k|nk|don'?t know|dunno|not sure|unsure|tbc)$/i;
const NOTHING = /^(?:-+|–|—|n\/?a|none|nil|null|\.)$/i;

/** Whether a cell says that nobody knows. */
export const saysUnknown = (cell: string): boolean => UNKNOWN.test(cell.trim());
/** Whether a cell is empty, or says that there is nothing to say. */
export const saysNothing = (cell: string): boolean => cell.trim() === '' || NOTHING.test(cell.trim());

/** Yes or no as people tick it; `unknown` where nobody knows, null for what is neither. */
export function readYesNo(cell: string): boolean | 'unknown' | null {
  const said = cell.trim();
  if (saysUnknown(said)) return 'unknown';
  if (YES.test(said)) return true;
  return NO.test(said) ? false : null;
}
