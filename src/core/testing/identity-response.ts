import type { Board } from '../instrument/board';
import type { LevelCalibration, LevelLane } from '../ways/level/calibration';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { ControllerVoice, NoteVoice, Voice } from '../instrument/voices';

const side = (reach: number) => ({ reach, dead: 20, on: 20, off: 10 });

/** For tests: rest 1000, off 10 counts from it, on 20, reach 1020 above and 520 below. */
export const twoSided: LevelCalibration = {
  is: 'level',
  polarity: 'rising',
  lanes: [{ lane: 'breath', rest: 1000, noise: 2, up: side(1020), down: side(520) }],
  takes: [],
  method: '',
};

/** For tests: a calibration whose lanes have other records, and which shares something else. */
export const levelWith = (
  c: LevelCalibration,
  lane: Partial<LevelLane>,
  shared: Partial<LevelCalibration> = {},
): LevelCalibration => ({ ...c, ...shared, lanes: c.lanes.map((l) => ({ ...l, ...lane })) });

/** For tests: the upper side of {@link twoSided} alone. */
export const oneSided: LevelCalibration = levelWith(twoSided, { down: null });

const breath = (port: string) => ({ sensor: 'breath', port });

/** For tests: breath as controller 2. */
export const breathController = (change: Partial<ControllerVoice> = {}): ControllerVoice => ({
  id: 'v',
  is: 'controller',
  source: breath('breath'),
  side: 'both',
  zone: 'main',
  controller: 2,
  ...change,
});

/** For tests: note 62 while it is blown, velocity from the peak of 5 ms: 127 at 520 counts from rest. */
export const breathNote = (windowMs = 5, change: Partial<NoteVoice> = {}): NoteVoice => ({
  id: 'n',
  is: 'note',
  gate: breath('gate'),
  side: 'both',
  zone: 'main',
  pitch: { is: 'fixed', note: 62 },
  velocity: { is: 'attack', windowMs, full: 520, from: 1, to: 127 },
  ...change,
});

/** For tests: one straight sensor on column breath, {@link oneSided}: on … reach are a thousand counts. Its wire takes what comes. */
export function identityInstrument(voices: Voice[], board: Partial<Board> = {}): Instrument {
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  Object.assign(instrument.boards[0], { midiBaud: 12_000_000 }, board);
  instrument.sensors[0].calibration = structuredClone(oneSided);
  instrument.voices = voices.map((v, i) => ({ ...v, id: `v${i}` }));
  return instrument;
}
