import type { StoreApi } from 'zustand/vanilla';
import type { Instrument } from '@/core/instrument/document';
import { sourcesOf } from '@/core/instrument/rules';
import type { RoleSpan } from '@/core/prove/intended';
import type { Trial, TrialScore } from '@/core/prove/trials';
import type { Session } from '@/session/session';
import { loadRecording } from '@/store/recordings';
import { keepTrial } from '@/store/trials';
import { askOf } from './use-proved';

/** A trial that goes on: which step, and how long it still takes, s. */
export interface TrialRun {
  trial: Trial;
  step: number;
  leftS: number;
}

/** What a trial came to. */
export interface TrialDone {
  score: TrialScore | null;
  recording: string;
}

/** Time to read a prompt before it counts, µs. */
const READ_US = 1_500_000;

/**
 * Runs a trial: records everything, prompts step by step, and keeps what it came to.
 * @param tell what is prompted now @param stop ends it early: what was played until then is scored
 * @returns its score, null where nothing was played, and the id of its recording
 */
export async function runTrial(
  session: Session,
  { instrument, sensor, trial }: { instrument: Instrument; sensor: string; trial: Trial },
  tell: (run: TrialRun) => void,
  stop: AbortSignal,
): Promise<TrialDone> {
  const ends = endsOf(trial);
  const before = session.workspace.store.getState().recordings.length;
  const recordedUs = () => session.live.getState().tick?.recordingUs ?? null;
  const played = trial.all ? instrument.sensors.map(({ id }) => id) : [sensor];
  const held = trial.all ? [] : heldWith(instrument, sensor);
  const ask = (role: Trial['steps'][0]['role'] | null) => {
    for (const id of played) session.say({ is: 'ask', sensor: id, role });
    for (const id of held)
      session.say({ is: 'hand', sensor: id, lane: 0, strength: role === null ? null : HELD });
  };
  session.record();
  await until(session.live, () => recordedUs() !== null);
  for (const [step, { role }] of trial.steps.entries()) {
    if (stop.aborted) break;
    ask(role === 'rest' ? null : role);
    await until(session.live, () => {
      const us = recordedUs();
      if (us === null || us >= ends[step] || stop.aborted) return true;
      tell({ trial, step, leftS: (ends[step] - us) / 1e6 });
      return false;
    });
  }
  ask(null);
  if (recordedUs() !== null) session.record();
  const kept = until(session.workspace.store, ({ recordings }) => recordings.length > before);
  await Promise.race([kept, late()]);
  const [recording] = session.workspace.store.getState().recordings;
  const roles = trial.steps.map(({ role }, i): RoleSpan => ({
    fromUs: ends[i - 1] ?? 0,
    toUs: ends[i],
    role,
  }));
  const frames = await loadRecording(recording.id);
  if (!frames) throw new Error('what was recorded is no longer kept');
  const own = { key: recording.id, frames };
  const score = await askOf(own, (analysis) => analysis.score(own.key, instrument, { roles }, trial.id));
  if (score) await keep(session.id, sensor, trial, score);
  return { score, recording: recording.id };
}

/** Sensors without which a sensor's notes do not sound: the practice board's player holds the first lane of each. */
const heldWith = ({ voices }: Instrument, sensor: string): string[] => {
  const own = voices.filter((voice) => voice.is === 'note' && voice.gate.sensor === sensor);
  const needed = own.flatMap((voice) =>
    sourcesOf(voice).flatMap(([field, source]) =>
      field === 'and' || field.startsWith('pitch') ? [source.sensor] : [],
    ),
  );
  return [...new Set(needed)].filter((id) => id !== sensor);
};
/** Of a comfortable loudest. */
const HELD = 0.7;

const endsOf = ({ steps }: Trial): number[] => {
  let endUs = 0;
  return steps.map(({ seconds }) => (endUs += READ_US + 1e6 * seconds));
};

function keep(instrument: string, sensor: string, trial: Trial, { score, interval, of }: TrialScore) {
  const at = new Date().toISOString();
  const id = `${instrument}-${trial.id}-${at}`;
  return keepTrial({ ...{ id, instrument, trial: trial.id, sensor, at, score, of }, ...interval });
}

/** A browser that keeps nothing must not hold a trial up for ever. */
const KEEPS_MS = 15_000;
const late = (): Promise<never> =>
  new Promise((_, reject) =>
    setTimeout(() => reject(new Error('the browser did not keep what was recorded')), KEEPS_MS),
  );

/** Waits until something holds of a store. */
function until<T>(
  store: Pick<StoreApi<T>, 'getState' | 'subscribe'>,
  holds: (state: T) => boolean,
): Promise<void> {
  if (holds(store.getState())) return Promise.resolve();
  return new Promise((resolve) => {
    const leave = store.subscribe((state) => {
      if (!holds(state)) return;
      leave();
      resolve();
    });
  });
}
