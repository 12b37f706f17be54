import { expect, it } from 'vitest';
import { kneeSwitch, instrumentOf } from '../testing/bank-instruments';
import { newSensor } from '../kinds/new-sensor';
import { findKind } from '../kinds/registry';
import type { ControllerVoice } from '../instrument/voices';
import { anotherLike } from './another-like';

const pots = newSensor(findKind('pot')!, 'pots', 'Pots', 'board', 3);
const toggles = [1, 2].map((n) => ({ ...kneeSwitch(), id: `toggle-${n}` }));
const voice = (change: Partial<ControllerVoice>): ControllerVoice => ({
  ...{ id: 'v', is: 'controller', controller: 16, side: 'both', zone: 'main' },
  source: { sensor: 'pots', port: 'turn', lane: pots.lanes[0].id },
  ...change,
});

/** What comes after a voice, on channel 1 unless said; null for nothing. */
function after(change: Partial<ControllerVoice>, channel = 1) {
  const own = voice(change);
  const instrument = instrumentOf([pots, ...toggles], [own]);
  instrument.zones = [{ id: 'main', is: 'single', channel }];
  const next = anotherLike(instrument, own);
  if (!next || next.voice.is !== 'controller' || next.zone.is !== 'single') return null;
  const { controller, source, while: gate } = next.voice;
  return [controller, source.lane, gate?.sensor, next.zone.channel];
}

it('the next lane has the next number; past the last lane the next gate has the same number on the next channel; then only the number rises', () => {
  const last = pots.lanes[2].id;
  const gate = (n: number) => ({ sensor: `toggle-${n}`, port: 'closed' });
  const source = { sensor: 'pots', port: 'turn', lane: last };
  expect(after({})).toEqual([17, pots.lanes[1].id, undefined, 1]);
  expect(after({ source, while: gate(1) })).toEqual([16, last, 'toggle-2', 2]);
  expect(after({ source, while: gate(2) })).toEqual([17, last, 'toggle-2', 1]);
  expect(after({ source })).toEqual([17, last, undefined, 1]);
});

it('nothing comes after the last number, nor after the last channel', () => {
  const source = { sensor: 'pots', port: 'turn', lane: pots.lanes[2].id };
  expect(after({ source, controller: 119 })).toBeNull();
  expect(after({ source, controller: 31, bits: 14 })).toBeNull();
  expect(after({ source, while: { sensor: 'toggle-1', port: 'closed' } }, 16)).toBeNull();
});
