/** How a statement is coloured and marked: what it means, never how it looks. */
export type Tone = 'good' | 'doubt' | 'poor' | 'frost' | 'plain';
