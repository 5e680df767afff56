import { HttpEventType } from '@angular/common/http';
import type { HttpTestingController } from '@angular/common/http/testing';
import { setUpPage, ShownPart } from '../../testing/page';
import { RestoreForm } from './restore-form';

describe('bringing a studio back', () => {
  let http: HttpTestingController;
  let shown: ShownPart<RestoreForm>;

  beforeEach(async () => {
    http = setUpPage();
    shown = await ShownPart.of(RestoreForm);
    const choice = shown.one<HTMLInputElement>('input[type=file]');
    const files = new DataTransfer();
    files.items.add(new File(['zip'], 'studio.zip'));
    choice.files = files.files;
    choice.dispatchEvent(new Event('change'));
    const code = shown.one<HTMLInputElement>('input[inputmode=numeric]');
    code.value = ' 12345678 ';
    code.dispatchEvent(new Event('input'));
    await shown.settle();
    await shown.press('Bring the studio back');
  });

  it('says how far it is, and who came back', async () => {
    const sent = http.expectOne('/api/studio/restore');
    expect(sent.request.headers.get('x-set-up-code')).toBe('12345678');
    sent.event({ type: HttpEventType.UploadProgress, loaded: 40, total: 100 });
    await shown.settle();
    expect(shown.text).toContain('Sending it: 40 %');
    sent.event({ type: HttpEventType.UploadProgress, loaded: 100, total: 100 });
    await shown.settle();
    expect(shown.text).toContain('Checking it and putting it in place');
    sent.flush({
      ...{ studioName: 'Halm Yard', people: 1, songs: 8 },
      exportedAt: '2026-11-24T10:00:00.000Z',
    });
    await shown.settle();
    expect(shown.text).toContain('Halm Yard is back');
    expect(shown.text).toContain('1 person, 8 songs');
  });

  it('says why it was refused, and that nothing was restored', async () => {
    http.expectOne('/api/studio/restore').flush(
      {
        ...{ status: 400, code: 'bad-request', title: 'The file is damaged.' },
        remedy: 'Nothing was restored.',
      },
      { status: 400, statusText: 'Bad Request' },
    );
    await shown.settle();
    expect(shown.text).toContain('The file is damaged.');
    expect(shown.text).toContain('Nothing was restored.');
    expect(shown.text).toContain('Bring the studio back');
  });

  it('can be left while it is sent', async () => {
    const sent = http.expectOne('/api/studio/restore');
    await shown.press('Leave it');
    expect(sent.cancelled).toBeTrue();
    expect(shown.text).toContain('Bring the studio back');
  });
});
