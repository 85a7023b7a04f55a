/** Colours of charts: the theme's own, which the browser follows from light to dark without drawing anew. */
export const CHART = {
  words: 'var(--color-soft)',
  grid: 'var(--color-rule)',
  line: 'var(--color-frost)',
  point: 'var(--color-grain)',
  good: 'var(--color-good)',
} as const;
