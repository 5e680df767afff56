import { TestStudio } from '../../testing/test-studio';
import { toLogged, toLoggedPath } from './failures';

const SECRET = 'Guardian Unmistakable';

describe('a failure in the log', () => {
  it('names its kind and its place, and no value of any statement', async () => {
    const studio = await TestStudio.open();
    const add = (): Promise<unknown> =>
      studio.sequelize.query('INSERT INTO people (id, name, nonsense) VALUES (?, ?, 1)', {
        replacements: ['x', SECRET],
      });
    const error = await add().catch((thrown: unknown) => thrown);
    expect(JSON.stringify(error)).toContain(SECRET);
    const logged = toLogged(error);
    expect(JSON.stringify(logged)).not.toContain(SECRET);
    expect(JSON.stringify(logged)).not.toContain('INSERT');
    expect(logged.name).toBe('SequelizeDatabaseError');
    expect(logged.number).toBe(1054);
    await studio.close();
  });

  it('says where it was, but for an address that is a key', () => {
    expect(toLoggedPath('/api/songs/1')).toBe('/api/songs/1');
    expect(toLoggedPath('/api/calendar/secret.ics')).toBe('/api/calendar/…');
  });

  it('is told even where something else than an error was thrown', () => {
    expect(toLogged(SECRET)).toEqual({ name: 'string', stack: [] });
  });
});
