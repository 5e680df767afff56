import { Injectable } from '@angular/core';
import { fieldsIn, preference } from '../../platform/preference';

/** The same switch again within this time is one press of a foot that bounced. */
const BOUNCE_MS = 150;

/** What a press of a foot is for. */
export type PedalDoes = 'clean' | 'stumbled' | 'start';

/** What pedals that turn pages send, and what a keyboard has. */
const USUAL: Readonly<Record<PedalDoes, readonly string[]>> = {
  clean: ['PageDown', 'ArrowRight', 'ArrowDown'],
  stumbled: ['PageUp', 'ArrowLeft', 'ArrowUp'],
  start: [' '],
};
const ALL = Object.keys(USUAL) as readonly PedalDoes[];
/** Keys that are needed for themselves. */
const NEVER = [
  'Escape',
  'Tab',
  'Shift',
  'Control',
  'Alt',
  'Meta',
  'Dead',
  'Process',
  'Unidentified',
];
const KEPT_AS = 'harvu-pedal';

type Learnt = Partial<Readonly<Record<PedalDoes, string>>>;

/** Whether a key may be learnt as a pedal's. */
export function isPedalKey(key: string): boolean {
  return key !== '' && key.length <= 30 && !NEVER.includes(key);
}

/** The keys a pedal sends, as they were learnt on this device, or as pedals usually send them. */
@Injectable({ providedIn: 'root' })
export class Pedal {
  private readonly own = preference(KEPT_AS, read);
  readonly learnt = this.own.value;
  private last = { key: '', at: -Infinity };

  /** What a key is for; one that was learnt for something is for nothing else. */
  doesOf(key: string): PedalDoes | undefined {
    const own = this.learnt();
    return (
      ALL.find((does) => own[does] === key) ??
      (Object.values(own).includes(key) ? undefined : ALL.find((does) => USUAL[does].includes(key)))
    );
  }

  /** Tells whether a key comes again so soon that it is the same press. */
  isBounce({ key, timeStamp }: Pick<KeyboardEvent, 'key' | 'timeStamp'>): boolean {
    const isSame = key === this.last.key && timeStamp - this.last.at < BOUNCE_MS;
    this.last = { key, at: timeStamp };
    return isSame;
  }

  /** Learns a key; what it was for before, it is no more. */
  learn(does: PedalDoes, key: string): void {
    const others = Object.entries(this.learnt()).filter(
      ([one, known]) => one !== does && known !== key,
    );
    this.own.set({ ...Object.fromEntries(others), [does]: key });
  }

  forget(): void {
    this.own.set({});
  }
}

function read(found: unknown): Learnt {
  const keys = fieldsIn<PedalDoes>(found);
  const own = ALL.flatMap((does) => {
    const key = keys[does];
    return typeof key === 'string' && isPedalKey(key) ? [[does, key] as const] : [];
  });
  return Object.fromEntries(own);
}
