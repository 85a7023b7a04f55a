/**
 * Lot codes: `26-0184-K`, read aloud as "twenty-six, one eight four, K".
 * Two digits of the intake year, a running number of at least four digits, and a check letter by
 * ISO/IEC 7064 MOD 37,36 over the digits. Numbers whose check character could be misread
 * (any digit, I or O) are never handed out, so the last part is always a plain letter.
 */
const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const MODULUS = 36;
const EASY_TO_MISREAD = new Set('0123456789IO');

/** The ISO/IEC 7064 MOD 37,36 check character of a string over 0–9 and A–Z. Throws RangeError for other characters. */
export function checkCharacter(payload: string): string {
  let product = MODULUS;
  for (const character of payload) {
    const value = ALPHABET.indexOf(character);
    if (value < 0) throw new RangeError(`not a digit or capital letter: ${character}`);
    const sum = (product + value) % MODULUS || MODULUS;
    product = (sum * 2) % (MODULUS + 1);
  }
  return ALPHABET[(MODULUS + 1 - product) % MODULUS]!;
}

/** The code for a year and running number, or null when that number is left out because its check letter could be misread. */
function makeLotCode(year: number, running: number): string | null {
  const digits = `${String(year % 100).padStart(2, '0')}${String(running).padStart(4, '0')}`;
  const check = checkCharacter(digits);
  return EASY_TO_MISREAD.has(check) ? null : `${digits.slice(0, 2)}-${digits.slice(2)}-${check}`;
}

/** The first code at or after `running`, with the running number it used. Every run of a few numbers holds one. */
export function nextLotCode(year: number, running: number): { code: string; running: number } {
  for (let candidate = running; ; candidate += 1) {
    const code = makeLotCode(year, candidate);
    if (code !== null) return { code, running: candidate };
  }
}

export type ReadLotCode =
  | { readonly ok: true; readonly code: string }
  | { readonly ok: false; readonly why: 'not a lot code' }
  | { readonly ok: false; readonly why: 'check letter'; readonly near: readonly string[] };

/**
 * Reads a typed, spoken or scanned code; case, spaces and dashes do not matter, and a scanned address ending in the code is read too.
 * When the check letter does not fit, `near` lists the codes that one slip (a wrong character or two neighbours swapped) could have meant.
 */
export function readLotCode(text: string): ReadLotCode {
  const scanned = /\/s\/([^/?#]+)\/?$/.exec(text.trim())?.[1] ?? text;
  const plain = scanned.toUpperCase().replace(/[\s\-–—._]/g, '');
  const match = /^([0-9OIL]{6,9})([A-Z0-9])$/.exec(plain);
  if (!match) return { ok: false, why: 'not a lot code' };
  const digits = match[1]!.replaceAll('O', '0').replace(/[IL]/g, '1');
  const code = `${digits.slice(0, 2)}-${digits.slice(2)}-${match[2]!}`;
  return isSound(digits, match[2]!) ? { ok: true, code } : { ok: false, why: 'check letter', near: nearCodes(digits, match[2]!) };
}

function isSound(digits: string, check: string): boolean {
  return !EASY_TO_MISREAD.has(check) && checkCharacter(digits) === check;
}

function nearCodes(digits: string, check: string): string[] {
  const variants = new Set<string>([digits]);
  for (let at = 0; at < digits.length; at += 1) {
    for (const digit of '0123456789') variants.add(digits.slice(0, at) + digit + digits.slice(at + 1));
    if (at > 0) variants.add(digits.slice(0, at - 1) + digits[at]! + digits[at - 1]! + digits.slice(at + 1));
  }
  return [...variants]
    .filter((variant) =>
      variant === digits ? makeLotCode(Number(digits.slice(0, 2)), Number(digits.slice(2))) !== null : isSound(variant, check),
    )
    .map((variant) => `${variant.slice(0, 2)}-${variant.slice(2)}-${variant === digits ? checkCharacter(digits) : check}`);
}
