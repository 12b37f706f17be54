import { channelsOfVoice, sensorOf, zoneOf } from './access';
import { clashesOf, outputsOf } from './clashes';
import type { Instrument } from './document';
import type { Voice } from './voices';

/** One voice on one channel. */
export interface PlannedOutput {
  voice: string;
  sensor: string;
  board: string;
  /** Names of the scenes that it lives in; none: in all. */
  scenes: string[];
  /** Whether another sends the same, or it clashes otherwise. */
  clashes: boolean;
}

/** What is sent, a row each, and who sends it on each channel, 1 … 16. */
export interface ChannelPlan {
  channels: number[];
  rows: { says: string; on: Map<number, PlannedOutput[]> }[];
}

const ORDER = ['notes', 'pitch bend', 'pressure', 'note pressure', 'program'];

/** Every output of every board and scene beside every other; clock and lights are on no channel. */
export function channelPlanOf(instrument: Instrument): ChannelPlan {
  const clashing = new Set(clashesOf(instrument).flatMap(({ voices }) => voices));
  const rows = new Map<string, Map<number, PlannedOutput[]>>();
  for (const voice of instrument.voices) {
    const { id: sensor, board } = instrument.sensors.find(({ id }) => id === sensorOf(voice))!;
    const scenes = (voice.scenes ?? []).flatMap(
      (id) => instrument.scenes.find((scene) => scene.id === id)?.name ?? [],
    );
    const output = { voice: voice.id, sensor, board, scenes, clashes: clashing.has(voice.id) };
    for (const says of rowsOf(instrument, voice)) {
      const on = rows.get(says) ?? new Map<number, PlannedOutput[]>();
      rows.set(says, on);
      for (const channel of channelsOfVoice(instrument, voice))
        on.set(channel, [...(on.get(channel) ?? []), output]);
    }
  }
  const place = (says: string) => (ORDER.includes(says) ? ORDER.indexOf(says) : ORDER.length);
  const sorted = [...rows].sort(
    ([a], [b]) => place(a) - place(b) || a.localeCompare(b, 'en', { numeric: true }),
  );
  const used = new Set(sorted.flatMap(([, on]) => [...on.keys()]));
  return {
    channels: [...used].sort((a, b) => a - b),
    rows: sorted.map(([says, on]) => ({ says, on })),
  };
}

/** What a voice sends, as rows of the plan have it. */
function rowsOf(instrument: Instrument, voice: Voice): string[] {
  if (voice.is === 'note') return ['notes'];
  if (voice.is === 'bend') return ['pitch bend'];
  if (voice.is === 'pressure') return ['pressure'];
  if (voice.is === 'poly-pressure') return ['note pressure'];
  if (voice.is === 'program') return ['program'];
  // In an MPE zone each note has a channel of its own: nothing else says what is sent.
  const words = outputsOf(instrument, voice).map((own) => own.words.replace(/ on channel \d+$/, ''));
  if (words.length > 0) return [...new Set(words)];
  return zoneOf(instrument, voice).is === 'mpe' && voice.is === 'controller'
    ? [`CC ${voice.controller}`]
    : [];
}
