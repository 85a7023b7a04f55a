import type { Crop } from '../almanac/crop.ts';
import { searchKey } from '../search/searchKey.ts';

export const SKILLS = ['easy', 'middling', 'hard'] as const;
/** The hardest crops that a grower takes on, by how hard it is to save true seed of them. */
export type Skill = (typeof SKILLS)[number];

/** What a grower agreed to; null where nothing was said. */
export interface GrowerTerms {
  readonly skill: Skill;
  readonly mostLines: number | null;
  readonly squareMetres: number | null;
  /** Hours of hands in a season. */
  readonly mostHours: number | null;
  /** Crops they do not grow, as they said it, with commas between. */
  readonly notGrown: string | null;
}

export type Concern =
  | { readonly why: 'too hard'; readonly skill: Skill; readonly ease: Skill }
  | { readonly why: 'too many lines'; readonly most: number; readonly lines: number }
  | { readonly why: 'too much room'; readonly most: number; readonly squareMetres: number }
  | { readonly why: 'too many hours'; readonly most: number; readonly hours: number }
  | { readonly why: 'not grown'; readonly said: string };

/** Grow-outs under way with a grower: how many, and the room and hours that they take together. */
export interface GrowerLoad {
  readonly lines: number;
  readonly squareMetres: number;
  readonly hours: number;
}

/**
 * Where a grow-out goes beyond what its grower agreed to.
 * @param load with this one among them
 */
export function concernsOf(
  terms: GrowerTerms,
  crop: Pick<Crop, 'ease' | 'name' | 'alsoCalled' | 'family'>,
  load: GrowerLoad,
): readonly Concern[] {
  const concerns: Concern[] = [];
  const said = notGrownOf(terms.notGrown, crop);
  if (said !== null) concerns.push({ why: 'not grown', said });
  if (SKILLS.indexOf(crop.ease) > SKILLS.indexOf(terms.skill)) concerns.push({ why: 'too hard', skill: terms.skill, ease: crop.ease });
  if (terms.mostLines !== null && load.lines > terms.mostLines)
    concerns.push({ why: 'too many lines', most: terms.mostLines, lines: load.lines });
  if (terms.squareMetres !== null && load.squareMetres > terms.squareMetres)
    concerns.push({ why: 'too much room', most: terms.squareMetres, squareMetres: load.squareMetres });
  if (terms.mostHours !== null && load.hours > terms.mostHours)
    concerns.push({ why: 'too many hours', most: terms.mostHours, hours: load.hours });
  return concerns;
}

/** The words of the grower that name this crop; null where none do. A plural is its singular. */
function notGrownOf(notGrown: string | null, { name, alsoCalled, family }: Pick<Crop, 'name' | 'alsoCalled' | 'family'>): string | null {
  const names = [name, ...alsoCalled, family].map(searchKey).join(' ');
  const words = (notGrown ?? '').split(/,|\band\b/).map((said) => said.trim());
  return (
    words.find(
      (said) =>
        said !== '' &&
        names.includes(
          searchKey(said)
            .replace(/^no /, '')
            .replace(/(e?s)$/, ''),
        ),
    ) ?? null
  );
}
