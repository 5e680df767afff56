import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { CSP_NONCE } from '@angular/core';
import { defaultKeymap } from '@codemirror/commands';
import { setDiagnostics, type Diagnostic } from '@codemirror/lint';
import { EditorState, type ChangeSpec, type Text } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  keymap,
  lineNumbers,
} from '@codemirror/view';
import type { ChartFault } from '@harvu/core/song';

const LOOK = EditorView.theme({
  '&': {
    fontSize: '15px',
    backgroundColor: 'var(--sheet)',
    border: '1px solid var(--line)',
    borderRadius: '5px',
    maxHeight: 'max(300px, calc(100dvh - 300px))',
  },
  '&.cm-focused': { outline: '2px solid var(--ink)', outlineOffset: '1px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '22px', minHeight: '250px' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-gutters': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink-soft)',
    borderRight: '1px solid var(--line-soft)',
  },
  '.cm-activeLine': { backgroundColor: 'color-mix(in srgb, var(--line-soft) 45%, transparent)' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
    backgroundColor: 'var(--slate-wash)',
  },
  '.cm-lintRange-error': { backgroundImage: 'none', borderBottom: '2px solid var(--rose)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    border: '1px solid var(--line)',
    color: 'var(--ink)',
  },
});

/** Where a fault stands in the text, whatever was typed since it was found. */
function toDiagnostic(doc: Text, fault: ChartFault): Diagnostic {
  const line = doc.line(Math.min(Math.max(1, fault.line), doc.lines));
  const from = Math.min(line.from + fault.column - 1, line.to);
  const rest = doc.sliceString(from, line.to);
  const length = rest.includes('|') ? rest.indexOf('|') : rest.length;
  return {
    from,
    to: Math.min(from + Math.max(1, length), line.to),
    severity: 'error',
    message: fault.message,
  };
}

/** The one stretch in which two texts differ. */
function changeBetween(before: string, after: string): ChangeSpec {
  const shorter = Math.min(before.length, after.length);
  let start = 0;
  while (start < shorter && before[start] === after[start]) start += 1;
  let end = 0;
  while (end < shorter - start && before.at(-1 - end) === after.at(-1 - end)) end += 1;
  return { from: start, to: before.length - end, insert: after.slice(start, after.length - end) };
}

/** The chart as text, with line numbers, and faults underlined where they are. */
@Component({
  selector: 'harvu-chart-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #place></div>`,
})
export class ChartEditor {
  readonly text = input.required<string>();
  readonly faults = input<readonly ChartFault[]>([]);
  readonly typed = output<string>();

  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly nonce = inject(CSP_NONCE, { optional: true });
  private view: EditorView | undefined;

  constructor() {
    const destroyRef = inject(DestroyRef);
    afterNextRender(() => {
      this.view = this.createView();
      this.showFaults(this.faults());
      destroyRef.onDestroy(() => this.view?.destroy());
    });
    effect(() => this.showText(this.text()));
    effect(() => this.showFaults(this.faults()));
  }

  /** Puts the cursor at a line and column, both counted from 1. */
  goTo(line: number, column: number): void {
    const view = this.view;
    if (!view) return;
    const { from, to } = view.state.doc.line(Math.min(Math.max(1, line), view.state.doc.lines));
    view.dispatch({ selection: { anchor: Math.min(from + column - 1, to) }, scrollIntoView: true });
    view.focus();
  }

  private createView(): EditorView {
    const state = EditorState.create({
      doc: this.text(),
      extensions: [
        lineNumbers(),
        highlightActiveLine(),
        drawSelection(),
        // Undo belongs to the whole bench, not to the text alone.
        keymap.of(defaultKeymap),
        LOOK,
        EditorView.cspNonce.of(this.nonce ?? ''),
        EditorView.contentAttributes.of({
          'aria-label': 'Chart text',
          spellcheck: 'false',
          autocapitalize: 'off',
        }),
        EditorView.updateListener.of(({ docChanged, state: { doc } }) => {
          if (docChanged) this.typed.emit(doc.toString());
        }),
      ],
    });
    return new EditorView({ state, parent: this.place().nativeElement });
  }

  private showText(text: string): void {
    const view = this.view;
    const before = view?.state.doc.toString() ?? '';
    // Only what differs is replaced, so that the cursor stays with its words.
    if (view && before !== text) view.dispatch({ changes: changeBetween(before, text) });
  }

  private showFaults(faults: readonly ChartFault[]): void {
    const view = this.view;
    if (!view) return;
    view.dispatch(
      setDiagnostics(
        view.state,
        faults.map((fault) => toDiagnostic(view.state.doc, fault)),
      ),
    );
  }
}
