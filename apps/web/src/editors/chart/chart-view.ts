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
    fontSize: '0.9375rem',
    backgroundColor: 'var(--sheet)',
    border: '1px solid var(--line)',
    borderRadius: '5px',
    height: '100%',
  },
  '&.cm-focused': { outline: '2px solid var(--ink)', outlineOffset: '1px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '1.375rem', minHeight: '15rem' },
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

export interface ChartViewOptions {
  readonly parent: HTMLElement;
  readonly text: string;
  /** Of the page, for the editor's own style sheet. */
  readonly nonce: string;
  readonly typed: (text: string) => void;
}

/** The chart as text, with line numbers, and faults underlined where they are. */
export class ChartView {
  private readonly view: EditorView;

  constructor({ parent, text, nonce, typed }: ChartViewOptions) {
    const state = EditorState.create({
      doc: text,
      extensions: [
        lineNumbers(),
        highlightActiveLine(),
        drawSelection(),
        // Undo belongs to the whole bench, not to the text alone.
        keymap.of(defaultKeymap),
        LOOK,
        EditorView.cspNonce.of(nonce),
        EditorView.contentAttributes.of({
          'aria-label': 'Chart text',
          spellcheck: 'false',
          autocapitalize: 'off',
        }),
        EditorView.updateListener.of(({ docChanged, state: { doc } }) => {
          if (docChanged) typed(doc.toString());
        }),
      ],
    });
    this.view = new EditorView({ state, parent });
  }

  destroy(): void {
    this.view.destroy();
  }

  /** Puts the cursor at a line and column, both counted from 1. */
  goTo(line: number, column: number): void {
    const doc = this.view.state.doc;
    const { from, to } = doc.line(Math.min(Math.max(1, line), doc.lines));
    this.view.dispatch({
      selection: { anchor: Math.min(from + column - 1, to) },
      scrollIntoView: true,
    });
    this.view.focus();
  }

  /** Brings a line, from 1, to the top of what is seen; the cursor stays where it is. */
  reveal(line: number): void {
    const { from } = this.view.state.doc.line(
      Math.min(Math.max(1, line), this.view.state.doc.lines),
    );
    this.view.dispatch({ effects: EditorView.scrollIntoView(from, { y: 'start', yMargin: 8 }) });
  }

  showText(text: string): void {
    const before = this.view.state.doc.toString();
    // Only what differs is replaced, so that the cursor stays with its words.
    if (before !== text) this.view.dispatch({ changes: changeBetween(before, text) });
  }

  showFaults(faults: readonly ChartFault[]): void {
    const { state } = this.view;
    this.view.dispatch(
      setDiagnostics(
        state,
        faults.map((fault) => toDiagnostic(state.doc, fault)),
      ),
    );
  }
}

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
