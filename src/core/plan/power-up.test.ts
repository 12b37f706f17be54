import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '../exchange/document/instrument-json';
import type { Instrument } from '../instrument/document';
import { transportsOf } from '../instrument/transports';
import { findBoardClass, ofClass } from './board-classes';
import { planOf } from './plan';
import { doing, freePins, newPowerUp, POWER_UP_DOES, withPowerUp } from './power-up';
import { offers, withTransport } from './transports';

const demo = (name: string): Instrument => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const refusal = (instrument: Instrument): string | null => {
  const read = readInstrument(JSON.stringify(instrument));
  return read.ok ? null : `${read.faults[0].path} ${read.faults[0].says}`;
};

describe('pins that are held at power-up', () => {
  const wherry = demo('wherry');
  const [board] = wherry.boards;
  it('begin on the last digital pin that nothing is wired to, and are documents whatever they do', () => {
    const own = newPowerUp(wherry, board)!;
    const wired = wherry.sensors.flatMap((s) => s.lanes.flatMap((l) => [l.pin, l.otherPin]));
    expect(wired).not.toContain(own.pin);
    expect(own.pin).toBe(freePins(wherry, board)[0]);
    for (const does of POWER_UP_DOES) {
      const scenes = [
        { id: 'one', name: 'One' },
        { id: 'two', name: 'Two' },
      ];
      const made = withPowerUp({ ...wherry, scenes }, board.id, [doing(own, does, { ...wherry, scenes })]);
      expect(refusal(made), does).toBeNull();
    }
    expect(withPowerUp(wherry, board.id, []).boards[0].powerUp).toBeUndefined();
  });
  it('are refused where they do nothing, two things, or what is not there', () => {
    const told = (powerUp: object) => refusal(withPowerUp(wherry, board.id, [{ pin: '4', ...powerUp }]));
    expect(told({})).toMatch(/boards\.0\.powerUp\.0 one of scene, channel, controller is required, got 0/);
    expect(told({ channel: 2, controller: 3, from: 1 })).toMatch(/got 2/);
    expect(told({ scene: 'nowhere' })).toMatch(/must name a scene/);
    expect(told({ channel: 2 })).toMatch(/from must be 1 … 16, got nothing/);
    expect(told({ channel: 2, from: 17 })).toMatch(/got 17/);
    expect(told({ controller: 11, from: 2 })).toBeNull();
  });
  it('on a pin that a sensor has are told as a fault of the plan', () => {
    const { pin } = wherry.sensors.find((s) => s.id === 'knee')!.lanes[0];
    const made = withPowerUp(wherry, board.id, [{ pin: pin!, channel: 2, from: 1 }]);
    const said = planOf(made).findings.filter(({ code }) => code === 'pin-taken');
    expect(said.map(({ says }) => says).join()).toMatch(/held at power-up is wired to pin .* has already/);
  });
});

describe('the ways out that are planned', () => {
  const withBoard = (id: string): Instrument => {
    const wherry = demo('wherry');
    return { ...wherry, boards: [{ ...wherry.boards[0], ...ofClass(findBoardClass(id)!) }] };
  };
  it('are added and taken away by turns, never all of them', () => {
    const both = withTransport(withTransport(withBoard('usb-8'), 'board', 'cable'), 'board', 'cable');
    const [before] = withBoard('usb-8').boards;
    expect(transportsOf(before)).toEqual(['usb']);
    expect(transportsOf(both.boards[0])).toEqual(transportsOf(before));
    expect(transportsOf(withTransport(withBoard('usb-8'), before.id, 'cable').boards[0])).toEqual([
      'cable',
      'usb',
    ]);
    expect(transportsOf(withTransport(withBoard('usb-8'), before.id, 'usb').boards[0])).toEqual(['cable']);
  });
  it('that a class lacks are told before it is built; a board of the maker’s own is believed', () => {
    const small = withTransport(withBoard('small-8'), withBoard('small-8').boards[0].id, 'usb');
    expect(offers(small.boards[0], 'usb')).toBe(false);
    const said = planOf(small).findings.find(({ code }) => code === 'transport');
    expect(said?.says).toMatch(/is to play over USB, which boards of its class lack/);
    const own = { ...small.boards[0], pins: { ...small.boards[0].pins!, analogue: 5 } };
    expect(offers(own, 'usb')).toBe(true);
  });
});
