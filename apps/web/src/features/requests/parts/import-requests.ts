import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { AddRequests } from '@harvu/contract';
import type { KnownRequests, RequestField, TableRequest } from '@harvu/formats/table';
import { Reading } from '../../../reading/reading';
import { TableImport, type TableKind } from '../../../reading/table-import';
import { dayWords } from '../../../ui/day-label';

/** Takes in a table of requests, each of somebody who is there. */
@Component({
  selector: 'harvu-import-requests',
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
export class ImportRequests {
  /** Who there is, and what waits. */
  readonly known = input.required<KnownRequests>();
  readonly isTaking = input(false);
  readonly accepted = output<AddRequests>();
  readonly closed = output();
  private readonly reading = inject(Reading);
  protected readonly kind = computed((): TableKind<TableRequest, RequestField> => {
    const known = this.known();
    return {
      label: 'Requests from a table',
      hint: 'CSV: one request a row, with who asks and the song',
      things: ['request', 'requests'],
      fields: [
        ...([
          ['student', 'Student'],
          ['title', 'Song'],
          ['playedBy', 'Played by'],
        ] as const),
        ...([
          ['why', 'What they said'],
          ['wantedBy', 'Wanted by'],
        ] as const),
      ],
      known: 'this waits already',
      before:
        'Nothing is stored until you take it over. Each student then sees the request as their own.',
      read: (bytes, columns) => this.reading.ask((tasks) => tasks.requests(bytes, columns, known)),
      titleOf: ({ title }) => title,
      wordsOf,
    };
  });

  protected take(requests: readonly TableRequest[]): void {
    this.accepted.emit({
      requests: requests.map(({ studentId, title, playedBy, why, wantedBy }) => ({
        studentId,
        title,
        playedBy,
        why,
        wantedBy,
      })),
    });
  }
}

function wordsOf({ studentName, playedBy, wantedBy, why }: TableRequest): string {
  const said = [
    `for ${studentName}`,
    playedBy === '' ? '' : `played by ${playedBy}`,
    wantedBy === null ? '' : `wanted by ${dayWords(wantedBy)}`,
    why === '' ? '' : `“${why}”`,
  ];
  return said.filter(Boolean).join(', ');
}
