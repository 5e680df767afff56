import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { toObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { StudentProfile } from '@harvu/contract';
import { AGE_BANDS, NEW_PROFILE, studentProfileSchema, WEEKDAYS } from '@harvu/contract/students';
import { faultOf, fits } from '../../../platform/forms';
import { FieldRow } from '../../../ui/field-row';

interface Typed {
  readonly ageBand: StudentProfile['ageBand'];
  readonly instrument: string;
  readonly scaleLengthMm: number | null;
  readonly stretchMm: number | null;
  readonly plays: StudentProfile['plays'];
  readonly minutesByWeekday: readonly (number | null)[];
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

function toTyped(profile: StudentProfile): Typed {
  const { lessonSlot, ownedGrips, ...rest } = profile;
  return {
    ...rest,
    slotDay: lessonSlot === null ? '' : String(lessonSlot.weekday),
    slotTime: lessonSlot?.time ?? '16:00',
    slotMinutes: lessonSlot?.minutes ?? 30,
    ownedGrips: ownedGrips.join(', '),
  };
}

/** The profile as typed; what is measured or kept elsewhere stays as it was. */
function toProfile(typed: Typed, before: StudentProfile): StudentProfile {
  const { slotDay, slotTime, slotMinutes, ownedGrips, minutesByWeekday, ...rest } = typed;
  const slot = { weekday: Number(slotDay), time: slotTime, minutes: slotMinutes ?? 30 };
  return {
    ...before,
    ...rest,
    minutesByWeekday: minutesByWeekday.map((one) => one ?? 0),
    lessonSlot: slotDay === '' ? null : slot,
    ownedGrips: ownedGrips
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean),
    songsPlayed: typed.songsPlayed.trim(),
  };
}

/** What the studio knows of a student, to be read and changed: only what teaching needs. */
@Component({
  selector: 'harvu-student-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="send()" class="grid gap-x-6 gap-y-4 md:grid-cols-2">
      <fieldset class="md:col-span-2">
        <legend class="mb-1 font-display font-bold">Minutes of practice on each day</legend>
        <div class="flex flex-wrap gap-2" formArrayName="minutesByWeekday">
          @for (day of weekdays; track day; let index = $index) {
            <label class="text-center text-xs text-ink-soft"
              >{{ day }}
              <input
                class="field w-[62px] text-center text-sm text-ink"
                type="number"
                min="0"
                max="600"
                [formControlName]="index"
            /></label>
          }
          <span class="self-end pb-1.5 pl-2"
            ><b>{{ week() }}</b> min a week</span
          >
        </div>
        @if (fault('minutesByWeekday')) {
          <p class="mt-0.5 text-xs text-rose" role="alert">
            Minutes {{ fault('minutesByWeekday') }}.
          </p>
        }
      </fieldset>
      <harvu-field label="Age"
        ><select class="field" formControlName="ageBand">
          @for (band of bands; track band) {
            <option [value]="band">{{ band }}</option>
          }
        </select></harvu-field
      >
      <harvu-field label="Plays with"
        ><select class="field" formControlName="plays">
          <option value="pick">a pick</option>
          <option value="fingers">fingers</option>
          <option value="both">both</option>
        </select></harvu-field
      >
      <harvu-field label="Instrument" [fault]="fault('instrument')"
        ><input class="field" formControlName="instrument" maxlength="80"
      /></harvu-field>
      <div class="grid grid-cols-2 gap-3">
        <harvu-field label="Scale length, mm" [fault]="fault('scaleLengthMm')" hint="nut to bridge"
          ><input class="field" type="number" formControlName="scaleLengthMm" placeholder="648"
        /></harvu-field>
        <harvu-field
          label="Stretch 1 to 4, mm"
          [fault]="fault('stretchMm')"
          hint="measure it beside"
          ><input class="field" type="number" formControlName="stretchMm" placeholder="105"
        /></harvu-field>
      </div>
      <div class="grid grid-cols-2 gap-3">
        <harvu-field label="Strokes a second" [fault]="fault('strokesPerSecond')"
          ><input class="field" type="number" step="0.1" formControlName="strokesPerSecond"
        /></harvu-field>
        <harvu-field
          label="Each rung faster by, %"
          [fault]="fault('rungPercent')"
          hint="the studio’s if empty"
          ><input class="field" type="number" step="0.5" formControlName="rungPercent"
        /></harvu-field>
      </div>
      <div class="grid grid-cols-3 gap-3">
        <harvu-field label="Lesson on"
          ><select class="field" formControlName="slotDay">
            <option value="">no slot</option>
            @for (day of weekdays; track day; let index = $index) {
              <option [value]="index">{{ day }}</option>
            }
          </select></harvu-field
        >
        <harvu-field label="at" [fault]="fault('lessonSlot.time')"
          ><input class="field" type="time" formControlName="slotTime"
        /></harvu-field>
        <harvu-field label="minutes" [fault]="fault('lessonSlot.minutes')"
          ><input class="field" type="number" formControlName="slotMinutes"
        /></harvu-field>
      </div>
      <harvu-field
        class="md:col-span-2"
        label="Grips they own, with a comma between"
        hint="A name, or a name with its shape: F xx3211"
        [fault]="fault('ownedGrips')"
        ><input class="field" formControlName="ownedGrips"
      /></harvu-field>
      <harvu-field
        label="Body, as a flag only"
        hint="such as: sore wrist"
        [fault]="fault('bodyNote')"
        ><input class="field" formControlName="bodyNote" maxlength="60"
      /></harvu-field>
      <harvu-field
        label="Voice, if they sing"
        hint="lowest and highest note, as A3 D5"
        [fault]="fault('voiceRange')"
        ><input class="field" formControlName="voiceRange"
      /></harvu-field>
      <harvu-field label="Songs played" [fault]="fault('songsPlayed')"
        ><input class="field" formControlName="songsPlayed" maxlength="500"
      /></harvu-field>
      <harvu-field label="What they said last" [fault]="fault('saidLast')"
        ><input class="field" formControlName="saidLast" maxlength="300"
      /></harvu-field>
      <p class="md:col-span-2">
        <button type="submit" class="button button-first">Keep what is known</button>
      </p>
    </form>
  `,
})
export class StudentForm {
  /** The form checks itself before it is bound, so there is a profile from the first moment. */
  readonly profile = input<StudentProfile>(NEW_PROFILE);
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
    toObservable(this.profile)
      .pipe(takeUntilDestroyed())
      .subscribe((profile) => {
        const { minutesByWeekday, ...rest } = toTyped(profile);
        this.form.patchValue({ ...rest, minutesByWeekday: [...minutesByWeekday] });
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
