import type { Container } from '../stock/containers.ts';
import type { Answers } from './answers.ts';

/** What seed most likely came in, until somebody says otherwise: fruit and heads in a box, everything else in an envelope, which breathes. */
const cameIn = (answers: Answers): Container =>
  answers['form'] === 'whole fruit' || answers['form'] === 'heads or pods' ? 'box' : 'paper envelope';

/** The answers, with what the seed came in where nobody has said it. */
export const withContainer = (answers: Answers): Answers => (answers['container'] ? answers : { ...answers, container: cameIn(answers) });
