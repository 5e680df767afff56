import { inject, Pipe, type PipeTransform } from '@angular/core';
import { chordSaid, otherChordSaid } from '@harvu/core/chord';
import { CONVENTIONS } from './conventions';

/** A chord name as whoever looks says it; given how far it is raised, its shape's name or the sounding one. */
@Pipe({ name: 'chord', pure: false })
export class ChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, raised = 0): string {
    return chordSaid(name, { raised, names: this.conventions().names });
  }
}

/** The other of the two names, said beside the first; empty where they are one. */
@Pipe({ name: 'otherChord', pure: false })
export class OtherChordLabel implements PipeTransform {
  private readonly conventions = inject(CONVENTIONS);

  transform(name: string, raised: number): string {
    return otherChordSaid(name, { raised, names: this.conventions().names });
  }
}
