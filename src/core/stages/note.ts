import { channelOf, zoneOf } from '../instrument/access';
import { soundingSource } from '../instrument/rules';
import type { NoteVoice } from '../instrument/voices';
import { scenesOf, sensorNamed, type Making } from './making';
import { pitchStage } from './pitch';
import { velocityStage } from './velocity';

/** Gate, pitch, velocity and allocator of one voice. One whose sensors are not there is left out. */
export function compileNote(m: Making, voice: NoteVoice): void {
  const { image } = m.parts;
  const pitch = pitchStage(voice.pitch);
  const source = soundingSource(voice);
  const sounding = m.sensors.get(source.sensor);
  if (!m.sensors.has(voice.gate.sensor) || !sounding) return;
  const stage = velocityStage(voice.velocity);
  const velocity = stage.compile(m, voice, voice.velocity);
  if (!velocity) return;
  const index = image.notes.length;
  const { lanes } = sounding;
  image.notes.push({
    ...{ scenes: scenesOf(m, voice), ...velocity },
    ...{ lane: image.note_lanes.length, lanes: lanes.length },
  });
  const zone = zoneOf(m.instrument, voice);
  const sensor = sensorNamed(m, source);
  for (const place of lanes)
    image.note_lanes.push({
      channel: channelOf(zone, place) - 1,
      note: pitch.noteOf(voice.pitch, sensor.lanes[place]),
    });
  pitch.hear(m, voice, voice.pitch, index, stage.attack?.(voice.velocity));
}
