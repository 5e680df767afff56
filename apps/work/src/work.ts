import { capoVerb } from './capo.verb';
import { changeVerb } from './change.verb';
import { chartVerb } from './chart.verb';
import { checkGripVerb } from './check-grip.verb';
import { clockVerb } from './clock.verb';
import { compareVerb } from './compare.verb';
import { fitVerb } from './fit.verb';
import { findGripsVerb } from './find-grips.verb';
import { echoVerb } from './echo.verb';
import { expectedVerb } from './expected.verb';
import { exportVerb } from './export.verb';
import { fingeringVerb } from './fingering.verb';
import { importVerb } from './import.verb';
import { keyVerb } from './key.verb';
import { ladderVerb } from './ladder.verb';
import { limitVerb } from './limit.verb';
import { nameGripVerb } from './name-grip.verb';
import { onsetsVerb } from './onsets.verb';
import { placeNotesVerb } from './place-notes.verb';
import { placeStrokesVerb } from './place-strokes.verb';
import { formVerb } from './form.verb';
import { forecastVerb } from './forecast.verb';
import { readinessVerb } from './readiness.verb';
import { renderVerb } from './render.verb';
import { riffVerb } from './riff.verb';
import { simulateVerb } from './simulate.verb';
import { stepsVerb } from './steps.verb';
import { tabVerb } from './tab.verb';
import { takeVerb } from './take.verb';
import { tapsVerb } from './taps.verb';
import { tuneVerb } from './tune.verb';
import { workError, type Verb, type WorkError } from './verb';

const VERBS: ReadonlyMap<string, Verb> = new Map([
  ['name-grip', nameGripVerb],
  ['check-grip', checkGripVerb],
  ['find-grips', findGripsVerb],
  ['fingering', fingeringVerb],
  ['change', changeVerb],
  ['key', keyVerb],
  ['place-strokes', placeStrokesVerb],
  ['taps', tapsVerb],
  ['clock', clockVerb],
  ['compare', compareVerb],
  ['form', formVerb],
  ['chart', chartVerb],
  ['expected', expectedVerb],
  ['render', renderVerb],
  ['ladder', ladderVerb],
  ['limit', limitVerb],
  ['steps', stepsVerb],
  ['readiness', readinessVerb],
  ['forecast', forecastVerb],
  ['riff', riffVerb],
  ['place-notes', placeNotesVerb],
  ['tab', tabVerb],
  ['echo', echoVerb],
  ['capo', capoVerb],
  ['fit', fitVerb],
  ['onsets', onsetsVerb],
  ['take', takeVerb],
  ['tune', tuneVerb],
  ['simulate', simulateVerb],
  ['import', importVerb],
  ['export', exportVerb],
]);

/** What the command prints and ends with. */
export type Outcome =
  | { readonly exit: 0; readonly answer: unknown }
  | { readonly exit: 2; readonly failure: WorkError };

/** Answers one document, or each item of an array by itself, in order. */
export function work(verbName: string | undefined, text: string): Outcome {
  const verb = VERBS.get(verbName ?? '');
  if (!verb) {
    const known = [...VERBS.keys()].join(', ');
    return {
      exit: 2,
      failure: workError('verb', `There is no verb "${verbName ?? ''}". Verbs: ${known}.`, 'verb'),
    };
  }
  const document = parse(text);
  if (!document) {
    return { exit: 2, failure: workError('json', 'The input is not one JSON document.', 'stdin') };
  }
  const { value } = document;
  return { exit: 0, answer: Array.isArray(value) ? value.map((item) => verb(item)) : verb(value) };
}

function parse(text: string): { readonly value: unknown } | undefined {
  try {
    return { value: JSON.parse(text) as unknown };
  } catch {
    return undefined;
  }
}
