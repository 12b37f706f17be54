import type { Fault } from '../../result';
import type { Instrument } from '../document';
import type { NoteVoice, Source, Voice } from '../voices';

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
  if (voice.is === 'note') {
    const { velocity } = voice;
    if ('to' in velocity && velocity.to < velocity.from)
      fault('velocity.to', `must not lie below from, got ${velocity.to}`);
    return faults;
  }
  const bits = voice.is === 'controller' ? (voice.bits ?? 7) : 7;
  if (voice.is === 'controller' && bits === 14 && voice.controller > 31)
    fault('controller', `14 bits need a controller of 0 … 31, got ${voice.controller}`);
  const top = 2 ** bits - 1;
  const from = voice.from ?? 0;
  const to = voice.to ?? top;
  if (to > top) fault('to', `must be ${top} at most, got ${to}`);
  const { jumps = [] } = voice;
  if (jumps.some((at, i) => i > 0 && at <= jumps[i - 1]))
    fault('jumps', `must rise, got ${jumps.join(', ')}`);
  if (jumps.length > 0 && bits === 14) fault('jumps', 'a value of 14 bits follows its level: leave them out');
  if (jumps.length > Math.max(0, to - from))
    fault('jumps', `must be ${to - from} at most, as many as there are steps, got ${jumps.length}`);
  if (!(to > from)) fault('to', `must lie above from (${from}), got ${to}`);
  return faults;
}

/** Every port that a voice listens to, by the field that names it: members of the pitch and the velocity stage name theirs `source`. */
export function sourcesOf(voice: Voice): [field: string, source: Source][] {
  if (voice.is !== 'note')
    return [['source', voice.source], ...(voice.while ? [['while', voice.while] as [string, Source]] : [])];
  const { gate, pitch, velocity } = voice;
  return [['gate', gate], ...sourceIn('pitch', pitch), ...sourceIn('velocity', velocity)];
}

const sourceIn = (field: string, member: object): [string, Source][] =>
  'source' in member ? [[`${field}.source`, member.source as Source]] : [];

/** The port whose lanes a voice sounds: that of its pitch, or of its gate. */
export const soundingSource = ({ gate, pitch }: NoteVoice): Source =>
  'source' in pitch ? pitch.source : gate;
