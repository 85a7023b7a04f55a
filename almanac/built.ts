import { readFileSync } from 'node:fs';
import type { Almanac } from './read.ts';

/** The shipped almanac as the build read it; it lies beside the bundled programs. */
export const builtAlmanac = (): Almanac => JSON.parse(readFileSync(new URL('almanac.json', import.meta.url), 'utf8')) as Almanac;
