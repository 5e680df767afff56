// npm run bench:takes: how well and how fast strokes are heard, beside the usual way with one threshold.
import { onsetsIn } from '../packages/core/src/listening';
import { KINDS, labelledTakes, SAMPLE_RATE, scoreOf, type LabelledTake } from './takes/labelled';
import { usualOnsets } from './takes/usual-way';

/** None of those the weights were fitted to. */
const SEEDS = ['300', '301', '302'];
const print = (line: string): void => void process.stdout.write(`${line}\n`);

type Listening = (samples: Float32Array, sampleRate: number) => readonly number[];

function measure(name: string, takes: readonly LabelledTake[], listen: Listening): void {
  const start = performance.now();
  const heard = takes.map(({ samples }) => listen(samples, SAMPLE_RATE));
  const seconds = (performance.now() - start) / 1000;
  const scores = takes.map(({ kind, strokesS }, at) => ({
    kind,
    ...scoreOf(strokesS, heard[at] ?? []),
  }));
  const meanOf = (own: typeof scores): string =>
    (own.reduce((sum, { f }) => sum + f, 0) / own.length).toFixed(3);
  const sounds = takes.reduce((sum, { samples }) => sum + samples.length / SAMPLE_RATE, 0);
  print(
    `\n${name}: mean F at ±50 ms ${meanOf(scores)}, ${(sounds / seconds).toFixed(0)} x real time`,
  );
  for (const kind of KINDS) {
    const own = scores.filter((one) => one.kind === kind);
    const sum = (of: (one: (typeof own)[number]) => number): number =>
      own.reduce((all, one) => all + of(one), 0);
    const counts = `${sum((one) => one.missed)} missed, ${sum((one) => one.extra)} too many`;
    print(`  ${kind.padEnd(18)} ${meanOf(own)}  ${counts}`);
  }
}

print(`Playing ${KINDS.length * SEEDS.length} labelled takes on sampled guitars ...`);
const takes = labelledTakes(SEEDS);
measure('Harvu', takes, onsetsIn);
measure('One threshold over all', takes, usualOnsets);
