import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { TableColumns, TableRow } from '@harvu/formats/table';
import { ChosenFile } from './chosen-file';
import { ColumnsChoice, type ColumnUse } from './columns-choice';
import { FileChoice } from './file-choice';
import type { ReadRows } from './reading-tasks';

/** Rows of one kind: how they are read, and what is said of each. */
export interface TableKind<What, Field extends string> {
  readonly label: string;
  readonly hint: string;
  /** One and several of them. */
  readonly things: readonly [one: string, many: string];
  /** What stands in each column, in words. */
  readonly fields: readonly (readonly [field: Field, words: string])[];
  /** Said where one is there already. */
  readonly known: string;
  /** Said before anything is stored. */
  readonly before: string;
  readonly read: (
    bytes: Uint8Array,
    columns: TableColumns<Field> | null,
  ) => Promise<ReadRows<What, Field>>;
  readonly titleOf: (what: What) => string;
  readonly wordsOf: (what: What) => string;
}

/** Shows what a table would bring, row by row, before anything is stored. */
@Component({
  selector: 'harvu-table-import',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ColumnsChoice, FileChoice],
  host: {
    class: 'mb-4 block border-l-4 border-spruce pl-4',
    role: 'region',
    '[attr.aria-label]': 'kind().label',
  },
  template: `
    <harvu-file-choice
      accepts=".csv,.tsv,.txt,text/csv"
      label="A table, as CSV"
      [hint]="kind().hint"
      [name]="file.name()"
      [isReading]="file.isReading()"
      [problem]="file.problem()"
      (chosen)="read($event)"
      (left)="closed.emit()"
    />
    @if (found(); as found) {
      <harvu-columns-choice
        class="mt-3 block"
        [encoding]="found.encoding"
        [separator]="found.separator"
        [head]="found.head"
        [uses]="uses()"
        (chosen)="choose($event)"
      />
      <ul class="mt-3 border-t border-line">
        @for (row of found.rows; track row.number) {
          <li class="flex items-baseline gap-3 border-b border-line-soft py-1.5">
            <input
              type="checkbox"
              [attr.aria-label]="'Take ' + titleOf(row) + ' over'"
              [checked]="isTaken(row)"
              [disabled]="row.fault !== ''"
              (change)="toggle(row)"
            />
            <span class="min-w-0 flex-1"
              ><b>{{ titleOf(row) }}</b>
              <span class="text-ink-soft"> {{ kind().wordsOf(row.what) }}</span>
              @if (row.fault) {
                <span class="block border-l-4 border-rose pl-2">{{ row.fault }}</span>
              } @else if (row.isKnown) {
                <span class="block border-l-4 border-brass pl-2">{{ kind().known }}</span>
              }
              @for (remark of row.remarks; track remark) {
                <span class="block border-l-4 border-brass pl-2">{{ remark }}</span>
              }
            </span>
          </li>
        }
      </ul>
      <p class="mt-3 text-ink-soft">{{ kind().before }}</p>
      <button
        type="button"
        class="button button-first mt-2"
        [disabled]="taken().length === 0 || isTaking()"
        (click)="take()"
      >
        Take {{ taken().length }} {{ kind().things[taken().length === 1 ? 0 : 1] }} over
      </button>
    }
  `,
})
export class TableImport<What, Field extends string> {
  readonly kind = input.required<TableKind<What, Field>>();
  readonly isTaking = input(false);
  readonly accepted = output<readonly What[]>();
  readonly closed = output();
  protected readonly file = new ChosenFile<ReadRows<What, Field>>();
  /** Rows that were decided about otherwise. */
  private readonly turned = signal<ReadonlySet<number>>(new Set());
  protected readonly found = this.file.found;
  protected readonly uses = computed((): readonly ColumnUse[] => {
    const columns = this.found()?.columns;
    return this.kind().fields.map(([field, words]) => ({
      field,
      words,
      column: columns?.[field] ?? null,
    }));
  });
  protected readonly taken = computed(() =>
    (this.found()?.rows ?? []).filter((row) => this.isTaken(row)),
  );

  protected titleOf({ what, number }: TableRow<What>): string {
    return this.kind().titleOf(what) || `Row ${number}`;
  }

  /** What is there already is left out, until somebody says otherwise. */
  protected isTaken({ number, fault, isKnown }: TableRow<What>): boolean {
    return fault === '' && isKnown === this.turned().has(number);
  }

  protected toggle({ number }: TableRow<What>): void {
    this.turned.update((all) => {
      const next = new Set(all);
      if (!next.delete(number)) next.add(number);
      return next;
    });
  }

  protected read(file: File): void {
    this.turned.set(new Set());
    void this.file.read(file, (bytes) => this.kind().read(bytes, null));
  }

  protected choose(columns: Readonly<Record<string, number | null>>): void {
    this.turned.set(new Set());
    void this.file.again((bytes) => this.kind().read(bytes, columns));
  }

  protected take(): void {
    this.accepted.emit(this.taken().map(({ what }) => what));
  }
}
