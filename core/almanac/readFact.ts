import { CROP_CAUTIONS, isCropCaution, type CropCaution } from './cautions.ts';
import type { Crop, ViabilityConstants } from './crop.ts';
import { isDiseaseAnswer, DISEASE_ANSWERS, type DiseaseAnswer, type SeedDisease } from './diseases.ts';
import { readPortrait, writePortrait, type Portrait } from './portrait.ts';
import { refusal } from '../kernel/refusal.ts';
import { factKind, type FactKey, type Shape } from './facts.ts';

/** A fact as a data file or a form gives it: one line, several, or named ones. */
export type WrittenFact = string | readonly string[] | Readonly<Record<string, string>>;

export type ReadFact = { readonly ok: true; readonly value: Crop[FactKey] } | { readonly ok: false; readonly why: string };

const MOST_LETTERS = 400;
const MOST_LETTERS_OF_NAME = 60;
const no = (why: string): ReadFact => ({ ok: false, why });
const yes = (value: Crop[FactKey]): ReadFact => ({ ok: true, value });

/**
 * Reads one fact as it is written: `3 to 5 years`, `20 m`, a choice's word, a sentence, a list.
 * `none` takes an optional fact away. Says by a code what is wrong, among it a wrong unit or a range beyond what can be.
 */
export function readFact(key: FactKey, written: WrittenFact): ReadFact {
  const { shape, optional } = factKind(key);
  if (written === 'none') return optional ? yes(emptyOf(shape)) : no('fact: needed');
  switch (shape.kind) {
    case 'range':
    case 'number':
      return typeof written === 'string' ? readFigure(written, shape) : no('fact: not one line');
    case 'choice':
      return shape.of.includes(written as string)
        ? yes(written as Crop[FactKey])
        : no(refusal('fact: no such choice', String(written), shape.of.join(', ')));
    case 'text':
    case 'group':
      return typeof written === 'string' ? readText(written) : no('fact: not one line');
    case 'list':
      return Array.isArray(written) ? readList(written as readonly string[]) : no('fact: not a list');
    case 'treatments':
      return typeof written === 'object' && !Array.isArray(written)
        ? readTreatments(written as Readonly<Record<string, string>>)
        : no('fact: not diseases');
    case 'cautions':
      return typeof written === 'object' && !Array.isArray(written)
        ? readCautions(written as Readonly<Record<string, string>>)
        : no('fact: not cautions');
    case 'constants':
      return typeof written === 'string' ? readConstants(written) : no('fact: not one line');
    case 'portrait': {
      const portrait = typeof written === 'string' ? readPortrait(written) : null;
      return portrait ? yes(portrait) : no('fact: unreadable portrait');
    }
  }
}

/** What an optional fact is when a crop is without it. */
export function emptyOf(shape: Shape): null | readonly [] {
  return shape.kind === 'list' || isPaired(shape) ? [] : null;
}

/** Facts of which each line has a name, a colon and some words. */
const isPaired = ({ kind }: Shape): boolean => kind === 'treatments' || kind === 'cautions';

function readFigure(written: string, shape: Extract<Shape, { unit: string }>): ReadFact {
  const match = /^(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? (\S+)$/.exec(written.trim());
  const like = shape.kind === 'range' ? `3 to 5 ${shape.unit}` : `5 ${shape.unit}`;
  if (!match) return no(refusal('fact: unreadable', written, like));
  if (match[3] !== shape.unit) return no(refusal('fact: other unit', shape.unit, match[3]!));
  const low = Number(match[1]);
  const high = Number(match[2] ?? match[1]);
  if (shape.kind === 'number' && match[2] !== undefined) return no('fact: a range');
  if (low > high) return no('fact: high end first');
  if (low < shape.least || high > shape.most) return no(refusal('fact: out of range', shape.least, shape.most, shape.unit));
  return yes(shape.kind === 'range' ? [low, high] : low);
}

function readText(written: string): ReadFact {
  const text = written.trim();
  if (text === '') return no('fact: empty');
  return text.length > MOST_LETTERS ? no(refusal('fact: too long', MOST_LETTERS)) : yes(text);
}

function readList(written: readonly string[]): ReadFact {
  const items = written.map((item) => String(item).trim());
  return items.some((item) => item === '' || item.length > MOST_LETTERS) ? no('fact: odd item') : yes(items);
}

function readTreatments(written: Readonly<Record<string, string>>): ReadFact {
  const diseases: SeedDisease[] = [];
  for (const [head, usual] of Object.entries(written)) {
    const [, name = '', said = ''] = /^([^()]+?)(?: \(([^()]*)\))?$/.exec(head.trim()) ?? [];
    const answers = said.split(',').map((answer) => answer.trim());
    const odd = answers.find((answer) => !isDiseaseAnswer(answer));
    if (name === '' || name.length > MOST_LETTERS_OF_NAME || usual.trim() === '' || usual.length > MOST_LETTERS)
      return no('fact: odd disease');
    if (odd !== undefined) return no(refusal('fact: odd answer', name, DISEASE_ANSWERS.join(', ')));
    diseases.push({ name, answers: answers as DiseaseAnswer[], usual: usual.trim() });
  }
  return yes(diseases);
}

function readCautions(written: Readonly<Record<string, string>>): ReadFact {
  const cautions: CropCaution[] = [];
  for (const [code, words] of Object.entries(written)) {
    if (!isCropCaution(code)) return no(refusal('fact: odd caution', code, CROP_CAUTIONS.join(', ')));
    if (words.trim() === '' || words.length > MOST_LETTERS) return no(refusal('fact: silent caution', code));
    cautions.push({ code, words: words.trim() });
  }
  return yes(cautions);
}

function readConstants(written: string): ReadFact {
  const match = /^K_E ([\d.]+), C_W ([\d.]+), C_H ([\d.]+), C_Q ([\d.]+)$/.exec(written);
  if (!match) return no('fact: unreadable constants');
  const [KE, CW, CH, CQ] = match.slice(1).map(Number) as [number, number, number, number];
  if (!(KE > 3 && KE < 15 && CW > 1 && CW < 10 && CH > 0 && CH < 0.2 && CQ > 0 && CQ < 0.01)) return no('fact: impossible constants');
  return yes({ KE, CW, CH, CQ } satisfies ViabilityConstants);
}

/** A fact as somebody would write it, so that it can be shown and changed: the other way round from `readFact`. */
export function writeFact(key: FactKey, value: Crop[FactKey]): string {
  const { shape } = factKind(key);
  if (value === null || (Array.isArray(value) && value.length === 0)) return 'none';
  switch (shape.kind) {
    case 'range': {
      const [low, high] = value as readonly [number, number];
      return low === high ? `${low} ${shape.unit}` : `${low} to ${high} ${shape.unit}`;
    }
    case 'number':
      return `${value as number} ${shape.unit}`;
    case 'list':
      return (value as readonly string[]).join('\n');
    case 'treatments':
      return (value as readonly SeedDisease[])
        .map(({ name, answers, usual }) => `${name}${answers.length > 0 ? ` (${answers.join(', ')})` : ''}: ${usual}`)
        .join('\n');
    case 'cautions':
      return (value as readonly CropCaution[]).map(({ code, words }) => `${code}: ${words}`).join('\n');
    case 'constants': {
      const { KE, CW, CH, CQ } = value as ViabilityConstants;
      return `K_E ${KE}, C_W ${CW}, C_H ${CH}, C_Q ${CQ}`;
    }
    case 'portrait':
      return writePortrait(value as Portrait);
    case 'choice':
    case 'text':
    case 'group':
      return value as string;
  }
}

/** Reads a fact that was typed into one field: a list has one item a line; a disease and its treatment, or a caution's code and its words, have a colon between them. */
export function readTypedFact(key: FactKey, typed: string): ReadFact {
  const { shape } = factKind(key);
  const text = typed.trim();
  const lines = text.split('\n').map((line) => line.trim());
  if (text === 'none' || (shape.kind !== 'list' && !isPaired(shape))) return readFact(key, text);
  if (shape.kind === 'list') return readFact(key, lines.filter(Boolean));
  const pairs = lines.filter(Boolean).map((line) => /^([^:]+):(.*)$/.exec(line));
  if (pairs.some((pair) => pair === null))
    return no(shape.kind === 'cautions' ? 'fact: caution without colon' : 'fact: disease without colon');
  return readFact(key, Object.fromEntries(pairs.map((pair) => [pair![1]!.trim(), pair![2]!.trim()])));
}
