import { expect, it } from 'vitest';
import { findKinds, KINDS } from './find-kinds';

it('kinds are found by makers’ words, and by parts of several of them; all where nothing is typed', () => {
  const first: Record<string, string> = {
    ...{
      knob: 'pot',
      slider: 'pot',
      potentiometer: 'pot',
      fader: 'pot',
      joystick: 'stick',
      button: 'switch',
    },
    ...{ piezo: 'strike-pads', 'force-sensing': 'force-pad', hall: 'magnet-keys', bend: 'bend-lever' },
    ...{
      accelerometer: 'tilt',
      sustain: 'foot-switch',
      capacitive: 'touch-pads',
      'brea gau': 'breath-gauge',
    },
    ...{
      KEYBED: 'two-contact-keys',
      expression: 'pedal',
      microphone: 'mouth-resonator',
      crank: 'wheel-speed',
    },
  };
  for (const [typed, id] of Object.entries(first))
    expect(
      findKinds(typed).map((k) => k.id),
      typed,
    ).toContain(id);
  expect(['pot', 'switch', 'ribbon', 'touch pads', 'pedal'].map((typed) => findKinds(typed)[0].id)).toEqual([
    ...['pot', 'switch', 'ribbon', 'touch-pads', 'pedal'],
  ]);
  expect(findKinds('')).toHaveLength(KINDS.length);
  expect(findKinds('trombone slide oil')).toEqual([]);
  expect(findKinds('strike').every((k) => k.family === 'strike' || k.name.includes('strike'))).toBe(true);
});
