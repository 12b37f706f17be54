import { zoneOf } from '../instrument/access';
import { soundingSource, sourcesOf } from '../instrument/rules';
import type { Instrument } from '../instrument/document';
import { GATES_SEND, OF_WHOLE_ZONES, type NoteVoice, type Source, type Voice } from '../instrument/voices';
import type { Port } from '../kinds/kind';
import { hasNotes } from '../kinds/level-voices';
import { lanesOfSource } from '../kinds/ports';
import { findKind, kindOf } from '../kinds/registry';
import { portWords } from '../kinds/rules';
import type { Fault } from '../result';
import { wayNamed } from '../ways/registry';
import { isBank } from './gated';
import { sensorNamed } from './making';
import { pitchFacts } from './pitch-facts';
import { roomFaults } from './room';
import { velocityFacts } from './velocity-facts';

/** What each of an instrument's voices must find in the sensors that it listens to. @param instrument whose sensors keep the rules of kinds/rules.ts */
export const voicesFaults = (instrument: Instrument): Fault[] =>
  withRoom(
    instrument,
    instrument.voices.flatMap((voice, i) => voiceFaults(voice, `voices.${i}`, instrument)),
  );

/** How much there is of all is only asked of voices that are sound by themselves. */
const withRoom = (instrument: Instrument, faults: Fault[]): Fault[] =>
  faults.length > 0 ? faults : roomFaults(instrument);

/** What each of a voice's sources must carry. */
function voiceFaults(voice: Voice, path: string, instrument: Instrument): Fault[] {
  const faults = sourcesOf(voice).flatMap(([field, source]) => {
    const sensor = sensorNamed({ instrument }, source);
    const { ports } = findKind(sensor.kind)!;
    const at = `${path}.${field}.port`;
    const port = ports[source.port];
    if (!port) return [{ path: at, says: portWords(ports, source.port) }];
    const carries = carriedBy(voice, field);
    if (!carries.includes(port.carries))
      return [
        {
          path: at,
          says: `must carry a ${carries.join(' or a ')}, ${source.port} carries a ${port.carries}`,
        },
      ];
    return laneFaults(instrument, voice, { field, source, port }, `${path}.${field}.lane`);
  });
  return faults.length > 0 || voice.is !== 'note' ? faults : noteFaults(voice, path, instrument);
}

/** What the port of a voice's field can carry. */
function carriedBy(voice: Voice, field: string): readonly Port['carries'][] {
  if (field === 'while') return ['gate'];
  if (field.startsWith('join.') || (voice.is !== 'note' && voice.join)) return ['level'];
  if (voice.is !== 'note' && !GATES_SEND.includes(voice.is)) return ['level'];
  if (voice.is !== 'note') return ['level', 'gate'];
  if (['gate', 'and', 'heldBy'].includes(field)) return ['gate'];
  if (field.startsWith('pitch.')) return pitchFacts(voice.pitch).carries ?? [];
  return [velocityFacts(voice.velocity).carries ?? []].flat();
}

/** A lane that a source names must be its port's; one level is read at a time. */
function laneFaults(
  instrument: Instrument,
  voice: Voice,
  { field, source, port }: { field: string; source: Source; port: Port },
  path: string,
): Fault[] {
  const sensor = sensorNamed({ instrument }, source);
  const n = lanesOfSource(sensor, source).length;
  if (n === 0) return [{ path, says: `must name a lane of ${source.port}, got ${source.lane}` }];
  if (source.lane !== undefined && field.startsWith('pitch.') && isBank(instrument, source))
    return [
      { path, says: `${source.port} of ${sensor.name} chooses by all of its lanes: leave the lane out` },
    ];
  if (port.carries === 'level' && n > 1 && !isOfEach(instrument, voice))
    return [{ path, says: `must name one of the ${n} lanes of ${source.port}` }];
  return [];
}

/** Whether each of its lanes says it of its own note, or shows it on its own lights. */
export const isOfEach = (instrument: Instrument, voice: Voice): boolean =>
  voice.is === 'poly-pressure' ||
  (voice.is === 'light' && !voice.join) ||
  (voice.is !== 'note' &&
    !voice.join &&
    !OF_WHOLE_ZONES.includes(voice.is) &&
    zoneOf(instrument, voice).is === 'mpe');

/** A note's lanes need notes; the strength of an attack needs a level, that of a strike a strike. */
function noteFaults(voice: NoteVoice, path: string, instrument: Instrument): Fault[] {
  const own = sensorNamed({ instrument }, voice.gate);
  const from = sensorNamed({ instrument }, soundingSource(voice));
  const faults: Fault[] = [];
  if (pitchFacts(voice.pitch).ofLanes && !hasNotes(from))
    faults.push({ path: `${path}.pitch`, says: `every lane of ${from.name} needs a note` });
  faults.push(...(pitchFacts(voice.pitch).faults?.(voice.pitch, voice, `${path}.pitch`, instrument) ?? []));
  const { way } = kindOf(own);
  const { is } = voice.velocity;
  const { strength } = velocityFacts(voice.velocity);
  if (strength && wayNamed(way).strength !== strength)
    faults.push({ path: `${path}.velocity.is`, says: `${own.name} has no ${is} to take a velocity from` });
  return faults;
}
