import { LAYERS, type Layer } from '../layer';
import { readStepId, type StepName } from '../step-id';

/** One thing that is practised: a grip, a change, a part in a layer. */
export interface Piece {
  /** What it is, whatever the layer. */
  readonly key: string;
  readonly layer: Layer | undefined;
}

/** Ids come again with every try. */
const known = new Map<string, readonly Piece[]>();
const MOST_KNOWN = 5000;

/**
 * Takes the id of a step apart into what it practises: several grips or crossings may be one step.
 *
 * @example
 * piecesOf('section:s3:full') // [{ key: 'section:s3', layer: 'full' }]
 * @example
 * piecesOf('grip:G+grip:C').map((one) => one.key) // ['grip:G', 'grip:C']
 */
export function piecesOf(stepId: string): readonly Piece[] {
  const read = known.get(stepId);
  if (read) return read;
  const names = readStepId(stepId);
  const pieces = names.length > 0 ? names.map(toPiece) : [{ key: stepId, layer: undefined }];
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(stepId, pieces);
  return pieces;
}

/** How what was practised bears on a piece: it is the piece itself, a fuller layer of it, or neither. */
export function bearing(practised: Piece, piece: Piece): 'same' | 'fuller' | undefined {
  if (practised.key !== piece.key) return undefined;
  if (practised.layer === piece.layer) return 'same';
  if (practised.layer === undefined || piece.layer === undefined) return undefined;
  return LAYERS.indexOf(practised.layer) > LAYERS.indexOf(piece.layer) ? 'fuller' : undefined;
}

function isLayer(word: string): word is Layer {
  return (LAYERS as readonly string[]).includes(word);
}

function toPiece({ kind, parts }: StepName): Piece {
  const layer = parts.find(isLayer);
  return { key: [kind, ...parts.filter((part) => !isLayer(part))].join(':'), layer };
}
