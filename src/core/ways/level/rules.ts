import type { Fault } from '../../result';
import type { LevelCalibration } from './calibration';

/** Order along each side: rest < off < on < reach, dead zone short of reach, all within the converter's counts. */
export function levelFaults(c: LevelCalibration, path: string, fullScale: number): Fault[] {
  const faults: Fault[] = [];
  const within = (value: number, name: string) => {
    if (value < 0 || value > fullScale)
      faults.push({ path: `${path}.${name}`, says: `must lie in 0 … ${fullScale} counts, got ${value}` });
  };
  within(c.rest, 'rest');
  const rest = Math.round(c.rest);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const ordered = (s: number, values: [string, number][]) => {
    let last = 0;
    for (const [name, value] of values) {
      within(value, name);
      const distance = s * (value - rest);
      if (!(distance > last))
        faults.push({
          path: `${path}.${name}`,
          says: `must lie beyond ${last === 0 ? 'rest' : 'the one before it'} (rest, off, on, reach), got ${value}`,
        });
      last = distance;
    }
  };
  const deadZone = (value: number, reach: number, name: string) => {
    if (value < 0 || Math.round(value) >= Math.abs(Math.round(reach) - rest))
      faults.push({ path: `${path}.deadZone.${name}`, says: `must lie between 0 and reach, got ${value}` });
  };
  ordered(sign, [
    ['off', c.off],
    ['on', c.on],
    ['reach.up', Math.round(c.reach.up)],
  ]);
  deadZone(c.deadZone.up, c.reach.up, 'up');
  const down = [c.reach.down, c.onDown, c.offDown].filter((v) => v !== null && v !== undefined).length;
  if (down !== 0 && down !== 3)
    faults.push({
      path: `${path}.reach.down`,
      says: 'a second side needs reach.down, onDown and offDown together',
    });
  if (down === 3) {
    ordered(-sign, [
      ['offDown', c.offDown!],
      ['onDown', c.onDown!],
      ['reach.down', Math.round(c.reach.down!)],
    ]);
    deadZone(c.deadZone.down ?? c.deadZone.up, c.reach.down!, 'down');
  }
  return faults;
}
