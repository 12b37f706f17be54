import { describe, expect, it } from 'vitest';
import { beginInstrument } from './bench';
import { Database } from './database';
import { keepOnBoard, onBoardOf } from './on-board';
import { daysOnlyHere, daysSaved, noteSavedOutside } from './saved-outside';
import { removeForGood } from './removed';
import { keepPicture, picturesOf } from './pictures';
import { keepCheckUp, checkUpsOf } from './check-ups';

const DAY_MS = 86_400_000;
let n = 0;
const fresh = () => new Database(`outside-${n++}`);

describe('work that lies only in this browser', () => {
  it('is pointed at a week after the first visit, and after it was saved outside last, where something has changed since', async () => {
    const db = fresh();
    const now = Date.now();
    expect(await daysOnlyHere(now + 30 * DAY_MS, db)).toBeNull();
    await db.facts.put({ key: 'demo', value: new Date(now - DAY_MS).toISOString() });
    expect(await daysOnlyHere(now + 30 * DAY_MS, db)).toBeNull();
    await beginInstrument('Mine', undefined, db);
    expect(await daysOnlyHere(now + 5 * DAY_MS, db)).toBeNull();
    expect(await daysOnlyHere(now + 7 * DAY_MS, db)).toBe(8);
    expect(await daysSaved(now, db)).toBeNull();
    await new Promise((resolve) => setTimeout(resolve, 5));
    await noteSavedOutside(db);
    expect(await daysOnlyHere(now + 60 * DAY_MS, db)).toBeNull();
    expect(await daysSaved(now + 3 * DAY_MS + 1000, db)).toBe(3);
  });
});

describe('what is kept of an instrument beside it', () => {
  it('goes with it when it is removed for good; what its board said last is known until then', async () => {
    const db = fresh();
    const [own, other] = [
      await beginInstrument('One', undefined, db),
      await beginInstrument('Two', undefined, db),
    ];
    for (const instrument of [own, other]) {
      await keepPicture(
        {
          id: `p-${instrument}`,
          instrument,
          type: 'image/webp',
          width: 1,
          height: 1,
          bytes: Uint8Array.of(1),
        },
        db,
      );
      await keepCheckUp({ id: `c-${instrument}`, instrument, at: '2026-01-02T00:00:00Z', lanes: [] }, db);
      await keepCheckUp({ id: `b-${instrument}`, instrument, at: '2026-01-01T00:00:00Z', lanes: [] }, db);
    }
    expect(await onBoardOf(own, db)).toBeNull();
    await keepOnBoard(own, { digest: '0badc0de', at: '2026-01-01T00:00:00Z' }, db);
    expect(await onBoardOf(own, db)).toMatchObject({ digest: '0badc0de' });
    expect((await checkUpsOf(own, db)).map(({ id }) => id[0])).toEqual(['b', 'c']);
    await removeForGood(own, db);
    expect([await picturesOf(own, db), await checkUpsOf(own, db)]).toEqual([[], []]);
    expect(await picturesOf(other, db)).toHaveLength(1);
    expect(await onBoardOf(own, db)).toBeNull();
  });
});
