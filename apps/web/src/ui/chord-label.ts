import { inject, Pipe, type PipeTransform } from '@angular/core';
import { chordSaid, otherChordSaid } from '@harvu/core/chord';
import { CONVENTIONS } from './conventions';

/** A chord name as whoever looks says it; given the capo, its shape's name or the sounding one. */
@Pipe({ name: 'chord', pure: false })
export class ChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, capo = 0): string {
    return chordSaid(name, { capo, names: this.conventions().names });
  }
}

/** The other of the two names, said beside the first; empty without a capo. */
@Pipe({ name: 'otherChord', pure: false })
export class OtherChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, capo: number): string {
    return otherChordSaid(name, { capo, names: this.conventions().names });
  }
}
