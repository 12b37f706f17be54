import type { Fault } from '../../result';
import type { Instrument } from '../document';
import { lightFaults } from '../lights';
import { MOST_STRING_OCTAVES } from '../limits';
import type { AlongPitch, FingeringPitch, NoteVoice, Source, Voice } from '../voices';

/** What must hold of a voice by itself, and that its sensors, its zone and its scenes exist. */
export function voiceFaults(voice: Voice, path: string, instrument: Instrument): Fault[] {
  const faults: Fault[] = [];
  const fault = (field: string, says: string) => faults.push({ path: `${path}.${field}`, says });
  for (const [field, source] of sourcesOf(voice))
    if (!instrument.sensors.some((s) => s.id === source.sensor))
      fault(`${field}.sensor`, `must name a sensor of this instrument, got ${source.sensor}`);
  if (!instrument.zones.some((z) => z.id === voice.zone))
    fault('zone', `must name a zone of this instrument, got ${voice.zone}`);
  voice.scenes?.forEach((id, i) => {
    if (!instrument.scenes.some((s) => s.id === id))
      fault(`scenes.${i}`, `must name a scene of this instrument, got ${id}`);
  });
  if (voice.is === 'note') return [...faults, ...noteFaults(voice, path, instrument)];
  if (voice.between && voice.between[1] - voice.between[0] < LEAST_BETWEEN)
    fault('between', `must rise by ${LEAST_BETWEEN} at least, got ${voice.between.join(' to ')}`);
  if (voice.join && (voice.join.by === 'crossfade') !== (voice.join.with.length === 2))
    fault('join.with', 'one level is required, of a crossfade two');
  if (voice.is === 'light') faults.push(...lightFaults(voice, path, instrument));
  const bits = 'bits' in voice ? (voice.bits ?? 7) : 7;
  if (voice.is === 'controller' && bits === 14 && voice.controller > 31)
    fault('controller', `14 bits need a controller of 0 … 31, got ${voice.controller}`);
  if (voice.is === 'bend') return faults;
  if (voice.is === 'tempo' && !instrument.clock)
    fault('is', 'a tempo needs a clock: give the instrument one');
  const { low, high: top } = endsOf(voice, bits, instrument);
  const from = voice.from ?? low;
  const to = voice.to ?? top;
  for (const [field, end] of [
    ['from', from],
    ['to', to],
  ] as const)
    if (end > top || end < low)
      fault(field, `must be ${top} at most${low > 0 ? `, ${low} at least` : ''}, got ${end}`);
  const { jumps = [] } = voice;
  if (jumps.some((at, i) => i > 0 && at <= jumps[i - 1]))
    fault('jumps', `must rise, got ${jumps.join(', ')}`);
  if (jumps.length > 0 && bits === 14) fault('jumps', 'a value of 14 bits follows its level: leave them out');
  const steps = Math.abs(to - from);
  if (jumps.length > steps)
    fault('jumps', `must be ${steps} at most, as many as there are steps, got ${jumps.length}`);
  if (steps === 0) fault('to', `must be another than from (${from}), got ${to}`);
  return faults;
}

/** Least share of a level between which a value goes from end to end. */
const LEAST_BETWEEN = 0.05;

/** The ends that a value can have. */
const endsOf = (voice: Voice, bits: number, { clock }: Instrument): { low: number; high: number } =>
  voice.is === 'tempo' && clock ? { low: clock.least, high: clock.most } : { low: 0, high: 2 ** bits - 1 };

/** What must hold of a note by itself. */
function noteFaults(voice: NoteVoice, path: string, { tunings = [] }: Instrument): Fault[] {
  const faults: Fault[] = [];
  const fault = (field: string, says: string) => faults.push({ path: `${path}.${field}`, says });
  const { velocity, tuning, pitch, lastsMs, heldBy } = voice;
  if ('to' in velocity && velocity.to < velocity.from)
    fault('velocity.to', `must not lie below from, got ${velocity.to}`);
  if (tuning !== undefined && !tunings.some(({ id }) => id === tuning))
    fault('tuning', `must name a tuning of this instrument, got ${tuning}`);
  if (lastsMs !== undefined && heldBy)
    fault('heldBy', 'a note that lasts for a time is not held: leave one out');
  if (pitch.is === 'along') for (const { path: at, says } of alongFaults(pitch)) fault(`pitch.${at}`, says);
  if (pitch.is === 'fingering')
    for (const { path: at, says } of fingeringFaults(pitch)) fault(`pitch.${at}`, says);
  return faults;
}

function alongFaults({ lowest, octaves, spacing, school, driftCents }: AlongPitch): Fault[] {
  const faults: Fault[] = [];
  if ((lowest === undefined) !== (octaves === undefined))
    faults.push({ path: 'octaves', says: 'lowest and octaves go together: give both, or neither' });
  const top = (lowest ?? 0) + 12 * (octaves ?? 0);
  if (top > 127) {
    const most = Math.floor(((127 - lowest!) / 12) * 10) / 10;
    faults.push({ path: 'octaves', says: `reach past note 127: ${most} octaves at most from ${lowest}` });
  }
  if (spacing === 'string' && (octaves ?? 0) > MOST_STRING_OCTAVES) {
    const says = `as on a string ${MOST_STRING_OCTAVES} octaves at most are true to a cent, got ${octaves}`;
    faults.push({ path: 'octaves', says });
  }
  if (driftCents && school !== 'pull-in')
    faults.push({ path: 'driftCents', says: `only a pull-in drifts, not ${school}` });
  return faults;
}

/** Fingerings that no fingers can tell apart, or that ask for more fingers than there are. */
function fingeringFaults({ table }: FingeringPitch): Fault[] {
  const fingers = table[0].keys.length;
  const seen = new Map<string, number>();
  return table.flatMap(({ keys }, i) => {
    const path = `table.${i}.keys`;
    if (keys.length !== fingers)
      return [{ path, says: `must have a sign a finger, ${fingers} as the first has, got ${keys.length}` }];
    const before = seen.get(keys);
    if (before !== undefined)
      return [
        { path, says: `must be told from every other fingering, ${keys} is fingering ${before + 1} too` },
      ];
    seen.set(keys, i);
    return [];
  });
}

/** Every port that a voice listens to, by the field that names it: members of the pitch and the velocity stage name theirs `source`, or several `fingers`. */
export function sourcesOf(voice: Voice): [field: string, source: Source][] {
  const named = (field: string, source?: Source): [string, Source][] => (source ? [[field, source]] : []);
  if (voice.is !== 'note')
    return [
      ...[...named('source', voice.source), ...named('while', voice.while)],
      ...(voice.join?.with ?? []).map((source, i): [string, Source] => [`join.with.${i}`, source]),
    ];
  const { gate, and, heldBy, pitch, velocity } = voice;
  return [
    ...[...named('gate', gate), ...named('and', and), ...named('heldBy', heldBy)],
    ...[...sourcesIn('pitch', pitch), ...sourcesIn('velocity', velocity)],
  ];
}

const sourcesIn = (field: string, member: object): [string, Source][] => [
  ...('source' in member ? [[`${field}.source`, member.source as Source] as [string, Source]] : []),
  ...('fingers' in member
    ? (member.fingers as { source: Source }[]).map(({ source }, i): [string, Source] => [
        `${field}.fingers.${i}.source`,
        source,
      ])
    : []),
];

/** The port whose lanes a voice sounds: that of its pitch, or of its gate. */
export const soundingSource = ({ gate, pitch }: NoteVoice): Source =>
  'source' in pitch ? pitch.source : gate;

/** Whether a voice plays one note at a time that no lane stands for: a place, or a fingering. */
export const playsAlone = ({ pitch: { is } }: NoteVoice): boolean => is === 'along' || is === 'fingering';
