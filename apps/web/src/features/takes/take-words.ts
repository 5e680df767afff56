import type { MicrophoneDelay } from '../../sound/latency';
import type { JudgedTake } from './take.state';

/** Further off than this, the sound takes another way than when it was measured. */
const OTHER_WAY_MS = 120;

/** The delay that was taken out of a take and how sure that is; nothing where none is of interest. */
export function delayWords(
  { from, measures }: Pick<JudgedTake, 'from' | 'measures'>,
  microphone: MicrophoneDelay | null,
): string {
  if (from === 'file' || from === 'stand-in') return '';
  const { latencyMs, spreadMs, lateMs } = measures;
  const count = lateMs.filter((late) => late !== null).length;
  // The middle of many strokes is as sure as their spread over the root of their number.
  const sure = Math.max(1, Math.round((1.25 * spreadMs) / Math.sqrt(Math.max(1, count))));
  if (microphone && from === 'microphone')
    return habitWords(latencyMs - microphone.ms, sure + microphone.giveOrTakeMs);
  return `${latencyMs} ms of delay taken out, give or take ${sure} ms, as this take shows it.`;
}

/** Half of what is spread normally lies within two thirds of its standard deviation. */
export function halfMs(spreadMs: number): number {
  return Math.round(spreadMs * 0.67);
}

/** Where a hand lies against the click all through, as far as the device's own delay is known. */
function habitWords(offMs: number, sureMs: number): string {
  const off = Math.round(Math.abs(offMs));
  if (off > OTHER_WAY_MS)
    return `The sound comes ${off} ms ${offMs > 0 ? 'later' : 'sooner'} than this device was measured with: with other headphones, measure again.`;
  if (off <= Math.max(10, sureMs)) return 'All through, you are with the click.';
  return `All through, you are ${off} ms ${offMs > 0 ? 'behind' : 'ahead of'} the click, give or take ${Math.round(sureMs)} ms.`;
}
