import type { Change, GateValues, VoiceValues } from '../findings/change';
import type { Instrument } from '../instrument/document';
import { laneWord } from '../instrument/lane-word';
import { gateSet } from '../ways/gate-set';
import { round } from '../units/round';

/** "Bellows: on 40 → 31, hold-off 0 → 12 ms": what a change that is tried does. */
export function triedWords(instrument: Instrument, change: Change): string {
  return change.is === 'gate' ? gateWords(instrument, change) : voiceWords(instrument, change);
}

function gateWords({ sensors }: Instrument, { sensor, lane, values }: Change & { is: 'gate' }): string {
  const own = sensors.find(({ id }) => id === sensor);
  const now = own && gateSet(own, lane);
  if (!own || !now) return '';
  const unit = now.shares ? ' %' : '';
  const times = now.shares ? 100 : 1;
  const words: Record<keyof GateValues, [name: string, unit: string, times: number]> = {
    on: ['on', unit, times],
    off: ['off', unit, times],
    quietMs: [now.quiet ?? 'hold-off', ' ms', 1],
    windowMs: ['window', ' ms', 1],
  };
  const parts = (Object.keys(values) as (keyof GateValues)[]).map((key) => {
    const [name, of, by] = words[key];
    return `${name} ${round(by * (now[key] ?? 0), 1)} → ${round(by * values[key]!, 1)}${of}`;
  });
  const place = own.lanes.findIndex(({ id }) => id === lane);
  const whose = lane !== null && own.lanes.length > 1 ? `${own.name}, ${laneWord(own, place)}` : own.name;
  return `${whose}: ${parts.join(', ')}`;
}

const VOICE_WORDS: Record<keyof VoiceValues, [name: string, unit: string]> = {
  windowMs: ['velocity window', ' ms'],
  settleMs: ['settle time', ' ms'],
  hysteresisCents: ['hysteresis', ' cents'],
  perSecond: ['messages a second', ''],
  deadband: ['deadband', ' steps'],
};

function voiceWords(instrument: Instrument, { voice, values }: Change & { is: 'voice' }): string {
  const own = instrument.voices.find(({ id }) => id === voice);
  if (!own) return '';
  const now: Record<string, number | undefined> =
    own.is === 'note'
      ? {
          windowMs: own.velocity.is === 'attack' ? own.velocity.windowMs : undefined,
          settleMs: 'settleMs' in own.pitch ? own.pitch.settleMs : undefined,
          hysteresisCents: own.pitch.is === 'along' ? own.pitch.hysteresisCents : undefined,
        }
      : { perSecond: own.perSecond, deadband: own.deadband };
  return (Object.keys(values) as (keyof VoiceValues)[])
    .map((key) => {
      const [name, unit] = VOICE_WORDS[key];
      const before = now[key] === undefined ? (key === 'perSecond' ? 'any' : '0') : String(now[key]);
      return `${name} ${before} → ${values[key]}${unit}`;
    })
    .join(', ');
}
