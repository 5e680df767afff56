import { setUpPage, ShownPart } from '../testing/page';
import { PrintMenu } from './print-menu';

describe('what can be printed', () => {
  async function open(): Promise<ShownPart<PrintMenu>> {
    setUpPage();
    const shown = await ShownPart.of(PrintMenu, {
      papers: [
        { words: 'The whole song', address: '/api/plans/1/song.pdf' },
        { words: 'This report', address: '/api/students/1/report.pdf?from=2026-09-01' },
      ],
    });
    shown.one('summary').click();
    await shown.settle();
    return shown;
  }
  const isOpen = (shown: ShownPart<PrintMenu>): boolean =>
    shown.one<HTMLDetailsElement>('details').open;

  it('is offered in both sizes, in a tab of its own', async () => {
    const shown = await open();
    const links = shown.all<HTMLAnchorElement>('a');
    expect(links.map((one) => one.getAttribute('href'))).toEqual([
      ...['/api/plans/1/song.pdf', '/api/plans/1/song.pdf?paper=letter'],
      '/api/students/1/report.pdf?from=2026-09-01',
      '/api/students/1/report.pdf?from=2026-09-01&paper=letter',
    ]);
    expect(links.every((one) => one.target === '_blank')).toBeTrue();
    expect(links[1]?.getAttribute('aria-label')).toBe('The whole song on Letter');
  });

  it('closes by a click beside it, and by esc', async () => {
    const shown = await open();
    expect(isOpen(shown)).toBeTrue();
    document.body.click();
    await shown.settle();
    expect(isOpen(shown)).toBeFalse();
    shown.one('summary').click();
    await shown.settle();
    shown.element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await shown.settle();
    expect(isOpen(shown)).toBeFalse();
  });
});
