/** What a shape is; whoever renders it gives each role its colour. */
export type Role =
  | 'ink'
  | 'soft'
  | 'line'
  /** Drawn on ink. */
  | 'on-ink'
  /** What stays where it is. */
  | 'stays'
  /** What must not sound. */
  | 'muted'
  /** The way that something goes. */
  | 'way'
  /** Which finger, where it stands beside what it frets. */
  | 'finger'
  /** What belongs together, told above it. */
  | 'bracket'
  /** The ground a shape stands on. */
  | 'ground';

/** One shape of a drawing; all measures in the drawing's own units, from its left upper corner. */
export type Shape =
  | {
      readonly kind: 'line';
      readonly path: string;
      readonly role: Role;
      readonly width: number;
      /** Lengths of dash and gap. */
      readonly dashes?: string;
      /** Its ends are round. */
      readonly isRound?: true;
    }
  | { readonly kind: 'filled'; readonly path: string; readonly role: Role }
  | {
      readonly kind: 'disc';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly role: Role;
    }
  | {
      readonly kind: 'ring';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly role: Role;
      readonly width: number;
    }
  | {
      readonly kind: 'square';
      readonly x: number;
      readonly y: number;
      readonly side: number;
      readonly role: Role;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly role: Role;
      readonly isBold: boolean;
      /** Figures that stand below each other. */
      readonly isFigure?: boolean;
      /** Signs of the music typeface. */
      readonly isMusic?: boolean;
      readonly anchor?: 'start' | 'end';
    };

/** Something drawn: computed once, rendered on screen and on paper alike. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
  /** What it shows, for who does not see it. */
  readonly words: string;
}
