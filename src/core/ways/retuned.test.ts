import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import type { Instrument } from '../instrument/document';
import { faultsOf } from '../instrument/rules';
import { random } from '../signal/random';
import { wayOf } from './registry';
import { retuned } from './retuned';
import { retuneWords } from './retune-words';
import type { LaneSeen } from './seen';

const demos = ['wherry', 'cairn', 'sallow'].map(
  (id) => JSON.parse(readFileSync(`demo/${id}.json`, 'utf8')) as Instrument,
);
const all = demos.flatMap((own) => own.sensors.map((sensor) => ({ own, sensor })));

describe('rest and reach taken anew', () => {
  it('move with what was seen, and keep every distance', () => {
    const [{ sensor }] = all.filter((a) => a.sensor.id === 'bellows');
    const c = sensor.calibration as never as {
      lanes: { rest: number; up: { reach: number; on: number; off: number } }[];
    };
    const [{ rest, up }] = c.lanes;
    const seen = (low: number, high: number, at: number | null): LaneSeen => ({ low, high, rest: at });
    const after = (what: LaneSeen) =>
      (retuned(sensor, () => what)!.calibration as never as typeof c).lanes[0];
    // Warmer by 40 counts, and not played.
    expect(after(seen(rest + 36, rest + 44, rest + 40))).toMatchObject({ rest: rest + 40, up });
    // Played a tenth further than before.
    const further = Math.round(1.1 * up.reach);
    expect(after(seen(rest - 5, Math.round(rest) + further, rest)).up).toEqual({ ...up, reach: further });
    // Drawn further alone: it is said, though what is pushed is as it was.
    const down = (c.lanes[0] as never as { down: { reach: number } }).down;
    const drawn = retuned(sensor, () => seen(Math.round(rest) - 2 * down.reach, rest + 5, rest))!;
    expect(retuneWords(sensor, drawn)).toBe('reach +100 %');
    expect(
      retuneWords(
        sensor,
        retuned(sensor, () => seen(rest - 5, rest + 5, rest + 30))!,
      ),
    ).toBe('rest +30 counts');
    // Never still: rest stays.
    expect(after(seen(rest - 5, rest + 5, null)).rest).toBe(rest);
  });

  it.each(all.map(({ own, sensor }) => [`${own.name}’s ${sensor.name}`, own, sensor] as const))(
    '%s: whatever was seen, the document holds',
    (_, own, sensor) => {
      const r = random(7);
      const top = 2 ** own.boards.find((b) => b.id === sensor.board)!.bits - 1;
      for (let i = 0; i < 50; i++) {
        const next = retuned(sensor, (lane) => {
          const rest = wayOf(sensor.calibration!).restOf(sensor.calibration!, lane) ?? 0;
          const moved = Math.min(top, Math.max(0, rest + r.between(-10, 10)));
          return {
            rest: r.next() < 0.2 ? null : moved,
            low: r.between(0, moved),
            high: r.between(moved, top),
          };
        });
        if (!next) return;
        const sensors = own.sensors.map((s) => (s.id === sensor.id ? next : s));
        expect(faultsOf({ ...own, sensors })).toEqual([]);
      }
    },
  );
});
