/** The layers music can be played in, barest first: one strum a chord, one a beat, all of it, and more. */
export const LAYERS = ['bare', 'pulse', 'full', 'ornaments'] as const;
export type Layer = (typeof LAYERS)[number];
