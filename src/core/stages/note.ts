import { zoneOf } from '../instrument/access';
import { soundingSource, sourcesOf } from '../instrument/rules';
import type { NoteVoice } from '../instrument/voices';
import { NO_BEND } from '../engine/codes';
import { partsOf, scenesOf, sensorNamed, type Making } from './making';
import { pitchStage } from './pitch';
import { voicePitch } from './tuned';
import { velocityStage } from './velocity';
import { channelByte, playsOn, spelled } from './zones';

/** Gate, pitch, velocity and allocator of one voice. One whose sensors are not there is left out. */
export function compileNote(m: Making, voice: NoteVoice): void {
  const { image } = m.parts;
  const pitch = pitchStage(voice.pitch);
  const source = soundingSource(voice);
  if (sourcesOf(voice).some(([, { sensor }]) => !m.sensors.has(sensor))) return;
  const stage = velocityStage(voice.velocity);
  const velocity = stage.compile(m, voice, voice.velocity);
  if (!velocity) return;
  const index = image.notes.length;
  const places = pitch.alone ? [0] : m.sensors.get(source.sensor)!.lanes;
  const lane = image.note_lanes.length;
  image.notes.push({
    ...{ scenes: scenesOf(m, voice), ...velocity, lane, lanes: places.length },
    ...{ parts: partsOf(m, voice), stays: voice.stays ? 1 : 0 },
  });
  const zone = zoneOf(m.instrument, voice);
  const sensor = sensorNamed(m, source);
  for (const place of places) {
    const own = pitch.alone
      ? { note: 0, bend: NO_BEND }
      : spelled(
          m.instrument,
          zone,
          voicePitch(m.instrument, voice, pitch.noteOf(voice.pitch, sensor.lanes[place])),
        );
    image.note_lanes.push({ ...own, channel: channelByte(m, zone, place), control: 0, pad: 0 });
  }
  m.played.push({ voice, lane, places });
  playsOn(m, voice);
  pitch.hear(m, voice, voice.pitch, index, stage.attack?.(voice.velocity));
}
