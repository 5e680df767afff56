import { readChart } from '@harvu/core/chart';
import type { SongCommand } from '@harvu/core/edits';
import { setUpPage, ShownPart } from '../../testing/page';
import { FrameForm } from '../../editors/frame/frame-form';

const frameOf = (chart: string) => readChart(chart).song.frame;

describe('the frame of a song', () => {
  const CAPO = 3;
  let form: ShownPart<FrameForm>;
  let given: SongCommand[];
  beforeEach(async () => {
    setUpPage();
    form = await ShownPart.of(FrameForm, { frame: {} });
    given = [];
    form.fixture.componentInstance.changed.subscribe((command) => given.push(command));
  });

  const field = (index: number): HTMLInputElement => {
    const input = form.all<HTMLInputElement>('input')[index];
    if (!input) throw new Error(`no field ${index}`);
    return input;
  };
  const send = async (index: number, ...events: readonly string[]): Promise<void> => {
    for (const event of events) field(index).dispatchEvent(new Event(event));
    await form.settle();
  };

  it('keeps what is being typed while the song is read, or changed by somebody else', async () => {
    field(CAPO).value = '2';
    await send(CAPO, 'input');
    await form.set('frame', frameOf('capo: 0\ntempo: 92'));
    expect([field(CAPO).value, field(0).value]).toEqual(['2', '92']);
    await send(CAPO, 'change');
    expect(given).toEqual([{ kind: 'set-frame', field: 'capo', text: '2' }]);
  });

  it('shows the song’s own again once the field is left', async () => {
    field(CAPO).value = '2';
    await send(CAPO, 'input', 'blur');
    await form.set('frame', frameOf('capo: 5'));
    expect(field(CAPO).value).toBe('5');
  });

  it('keeps what cannot be read, with the remedy, and changes nothing', async () => {
    field(CAPO).value = 'high';
    await send(CAPO, 'input', 'change', 'blur');
    expect(given).toEqual([]);
    expect(field(CAPO).value).toBe('high');
    expect(form.text).toContain('This capo cannot be read.');
  });
});
