import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { AddStudents } from '@harvu/contract';
import { NEW_PROFILE } from '@harvu/contract/students';
import { WEEKDAYS } from '@harvu/core/day';
import type { StudentField, TableStudent } from '@harvu/formats/table';
import { Reading } from '../../../reading/reading';
import { TableImport, type TableKind } from '../../../reading/table-import';

type NewStudent = AddStudents['students'][number];

/** Takes in a table of students, each with what it says of them. */
@Component({
  selector: 'harvu-import-students',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableImport],
  providers: [Reading],
  template: `
    <harvu-table-import
      [kind]="kind()"
      [isTaking]="isTaking()"
      (accepted)="take($event)"
      (closed)="closed.emit()"
    />
  `,
})
export class ImportStudents {
  /** Who is there. */
  readonly people =
    input.required<readonly { readonly name: string; readonly signInName: string }[]>();
  readonly isTaking = input(false);
  readonly accepted = output<AddStudents>();
  readonly closed = output();
  private readonly reading = inject(Reading);
  protected readonly kind = computed((): TableKind<TableStudent, StudentField> => {
    const people = this.people();
    const known = {
      names: people.map(({ name }) => name),
      signInNames: people.map(({ signInName }) => signInName),
    };
    return {
      label: 'Students from a table',
      hint: 'CSV: one student a row, with any columns',
      things: ['student', 'students'],
      fields: [
        ...([
          ['name', 'Name'],
          ['lastName', 'Last name'],
          ['signIn', 'Sign-in name'],
        ] as const),
        ...([
          ['age', 'Age'],
          ['minor', 'Minor'],
          ['guardian', 'Guardian'],
        ] as const),
        ...([
          ['consent', 'Consent on'],
          ['weekday', 'Lesson, weekday'],
        ] as const),
        ...([
          ['time', 'Lesson, time'],
          ['minutes', 'Lesson, minutes'],
        ] as const),
        ['instrument', 'Instrument'],
      ],
      known: 'somebody of this name is there already',
      before:
        'Nobody is added until you take them over. They sign in once you give each a password; a minor’s account opens once the guardian’s consent is recorded.',
      read: (bytes, columns) => this.reading.ask((tasks) => tasks.students(bytes, columns, known)),
      titleOf: ({ name }) => name,
      wordsOf,
    };
  });

  protected take(students: readonly TableStudent[]): void {
    this.accepted.emit({ students: students.map(toStudent) });
  }
}

function toStudent({ ageBand, instrument, slot, ...person }: TableStudent): NewStudent {
  const usualBand = person.isMinor ? '13 to 17' : 'adult';
  const profile = { ...NEW_PROFILE, instrument, lessonSlot: slot, ageBand: ageBand ?? usualBand };
  return { ...person, profile };
}

function wordsOf({ signInName, ageBand, guardian, slot, instrument }: TableStudent): string {
  const said = [
    `signs in as ${signInName}`,
    ageBand ?? '',
    guardian === '' ? '' : `guardian ${guardian}`,
    slot ? `${WEEKDAYS[slot.weekday] ?? ''} ${slot.time}, ${slot.minutes} min` : '',
    instrument,
  ];
  return said.filter(Boolean).join(', ');
}
