import type { Instrument } from '@/core/instrument/document';
import { kindOf } from '@/core/kinds/registry';
import { levelPort } from '@/core/kinds/ports';

/** What a key plays on the practice board. */
export interface HandKey {
  sensor: string;
  lane: number;
  /** Share of a comfortable loudest. */
  strength: number;
}

/** Soft, medium, loud. */
const STRENGTHS = [0.056, 0.36, 0.92];
/** Keys of the first level, of the second, of the lanes of the first bank, and of the first switch. */
const codes = (letters: string) => [...letters].map((letter) => `Key${letter}`);
const FIRST_LEVEL = codes('ZXC');
const SECOND_LEVEL = codes('VNM');
const LANES = codes('QWERTYUIOP');
const SWITCH = 'KeyA';
/** A key strikes, or touches, as one usually does. */
const USUAL = 0.45;

/** The keys that play an instrument's sensors. @param chosen sensor whose level, or whose bank, comes first */
export function handKeys(instrument: Instrument, chosen: string): Record<string, HandKey> {
  const own = [...instrument.sensors].sort((a, b) => Number(b.id === chosen) - Number(a.id === chosen));
  const keys: Record<string, HandKey> = {};
  const levels = own.filter((s) => levelPort(s) !== null);
  [FIRST_LEVEL, SECOND_LEVEL].forEach((codes, i) => {
    const sensor = levels[i];
    if (sensor)
      codes.forEach((code, k) => (keys[code] = { sensor: sensor.id, lane: 0, strength: STRENGTHS[k] }));
  });
  const bank = own.find(
    (s) => levelPort(s) === null && (kindOf(s).lanes.are === 'counts' || s.lanes.length > 1),
  );
  bank?.lanes.slice(0, LANES.length).forEach((_, lane) => {
    keys[LANES[lane]] = { sensor: bank.id, lane, strength: USUAL };
  });
  const contacts = own.find((s) => s !== bank && levelPort(s) === null && kindOf(s).lanes.are === 'contacts');
  if (contacts) keys[SWITCH] = { sensor: contacts.id, lane: 0, strength: 1 };
  return keys;
}

/** The keys of a sensor in words, for where it is played: "Q W E". Empty where it has none. */
export function keyWords(keys: Record<string, HandKey>, sensor: string): string {
  const own = Object.entries(keys).filter(([, k]) => k.sensor === sensor);
  return own.map(([code]) => code.replace('Key', '')).join(' ');
}
