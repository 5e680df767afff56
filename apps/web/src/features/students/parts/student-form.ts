import { WEEKDAYS } from '@harvu/core/day';
import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { KnownStudent, StudentProfile } from '@harvu/contract';
import { AGE_BANDS, NEW_PROFILE, studentProfileSchema } from '@harvu/contract/students';
import { faultOf, fits } from '../../../platform/forms';
import { FieldRow } from '../../../ui/field-row';

interface Typed {
  readonly ageBand: StudentProfile['ageBand'];
  readonly instrument: string;
  readonly scaleLengthMm: number | null;
  readonly stretchMm: number | null;
  readonly plays: StudentProfile['plays'];
  readonly minutesByWeekday: readonly (number | null)[];
  readonly teacherId: string;
  readonly slotDay: string;
  readonly slotTime: string;
  readonly slotMinutes: number | null;
  readonly ownedGrips: string;
  readonly strokesPerSecond: number | null;
  readonly rungPercent: number | null;
  readonly songsPlayed: string;
  readonly voiceRange: string;
  readonly bodyNote: string;
  readonly saidLast: string;
}

/** What the studio knows of a student, to be read and changed: only what teaching needs. */
@Component({
  selector: 'harvu-student-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ReactiveFormsModule],
  templateUrl: './student-form.html',
})
export class StudentForm {
  /** The form checks itself before it is bound, so there is a profile from the first moment. */
  readonly profile = input<StudentProfile>(NEW_PROFILE);
  /** Who could teach them. */
  readonly teachers = input<KnownStudent['teachers']>([]);
  readonly kept = output<StudentProfile>();
  protected readonly bands = AGE_BANDS;
  protected readonly weekdays = WEEKDAYS;
  private readonly builder = inject(NonNullableFormBuilder);
  protected readonly form = this.builder.group(
    {
      ageBand: this.builder.control<StudentProfile['ageBand']>('adult'),
      instrument: '',
      scaleLengthMm: this.builder.control<number | null>(null),
      stretchMm: this.builder.control<number | null>(null),
      plays: this.builder.control<StudentProfile['plays']>('pick'),
      minutesByWeekday: this.builder.array(
        WEEKDAYS.map(() => this.builder.control<number | null>(0)),
      ),
      teacherId: '',
      slotDay: '',
      slotTime: '16:00',
      slotMinutes: this.builder.control<number | null>(30),
      ownedGrips: '',
      strokesPerSecond: this.builder.control<number | null>(null),
      rungPercent: this.builder.control<number | null>(null),
      songsPlayed: '',
      voiceRange: '',
      bodyNote: '',
      saidLast: '',
    },
    {
      validators: fits(studentProfileSchema, (value) => toProfile(value as Typed, this.profile())),
    },
  );

  constructor() {
    // A form is not a signal: what is known comes into its fields whenever it is known anew.
    effect(() => {
      const { minutesByWeekday, ...rest } = toTyped(this.profile());
      untracked(() => this.form.patchValue({ ...rest, minutesByWeekday: [...minutesByWeekday] }));
    });
  }

  protected week(): number {
    return this.form.controls.minutesByWeekday.value.reduce<number>(
      (sum, one) => sum + (one ?? 0),
      0,
    );
  }

  /** A fault inside a list is told at the list. */
  protected fault(field: string): string {
    const own = faultOf(this.form, field);
    if (own) return own;
    const inside = Object.entries(this.form.errors ?? {}).find(
      ([path]) => path.startsWith(`${field}[`) || path === field,
    );
    return inside && this.form.touched ? String(inside[1]) : '';
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    this.kept.emit(toProfile(this.form.getRawValue(), this.profile()));
  }
}

function toTyped(profile: StudentProfile): Typed {
  const { lessonSlot, ownedGrips, teacherId, ...rest } = profile;
  return {
    ...rest,
    teacherId: teacherId ?? '',
    slotDay: lessonSlot === null ? '' : String(lessonSlot.weekday),
    slotTime: lessonSlot?.time ?? '16:00',
    slotMinutes: lessonSlot?.minutes ?? 30,
    ownedGrips: ownedGrips.join(', '),
  };
}

/** The profile as typed; what is measured or kept elsewhere stays as it was. */
function toProfile(typed: Typed, before: StudentProfile): StudentProfile {
  const { slotDay, slotTime, slotMinutes, ownedGrips, minutesByWeekday, teacherId, ...rest } =
    typed;
  const slot = { weekday: Number(slotDay), time: slotTime, minutes: slotMinutes ?? 30 };
  return {
    ...before,
    ...rest,
    minutesByWeekday: minutesByWeekday.map((one) => one ?? 0),
    teacherId: teacherId === '' ? null : teacherId,
    lessonSlot: slotDay === '' ? null : slot,
    ownedGrips: ownedGrips
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean),
    songsPlayed: typed.songsPlayed.trim(),
  };
}
