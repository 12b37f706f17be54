import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { kindOf } from '../kinds/registry';
import { withLanes } from '../plan/edit';
import type { Instrument } from '../instrument/document';
import { compile } from './compile';
import { soundingOf } from './sounding';

const demo = (id: string) => JSON.parse(readFileSync(`demo/${id}.json`, 'utf8')) as Instrument;
const wherry = () => demo('wherry');
const told = (instrument: Instrument) =>
  Object.fromEntries(
    soundingOf(instrument).map(({ sensor, sounds, because }) => [sensor, `${sounds}: ${because}`]),
  );
const without = (id: string) => {
  const own = wherry();
  delete own.sensors.find((s) => s.id === id)!.calibration;
  return own;
};

it('each sensor sounds, in part, or not, and says why', () => {
  expect(told(wherry())).toMatchObject({
    bellows: expect.stringMatching(/^all: 2 voices/),
    leaves: 'all: chooses the note',
  });
  expect(told(without('leaves'))).toMatchObject({
    leaves: 'none: not calibrated',
    bellows: 'some: its note waits for Leaves',
  });
  expect(told(without('bellows')).leaves).toBe(
    'none: what it plays waits for Bellows, which is not calibrated',
  );
  expect(told({ ...wherry(), voices: [] }).thumb).toBe('none: nothing is sent by it');
  expect(told(withLanes(wherry(), 'leaves', 12)).leaves).toBe('some: 2 of its 12 lanes not measured');
  expect(told(withLanes(withLanes(wherry(), 'leaves', 4), 'leaves', 10)).leaves).toBe(
    'some: 6 of its 10 lanes not measured',
  );
});

it('what it calls silent sends nothing: without it the board’s program is the same', () => {
  for (const own of [wherry(), without('leaves'), without('bellows')])
    for (const { sensor } of soundingOf(own).filter((s) => s.sounds === 'none')) {
      const voices = own.voices.filter((v) => JSON.stringify(v).includes(`"${sensor}"`));
      const rest = { ...own, voices: own.voices.filter((v) => !voices.includes(v)) };
      const listeners = (i: Instrument) => compile(i).listeners.length + compile(i).controls.length;
      expect(listeners(rest), `${sensor} ${kindOf(own.sensors[0]).id}`).toBe(listeners(own));
    }
});
