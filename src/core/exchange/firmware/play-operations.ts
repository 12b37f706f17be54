import { changeEngine } from '../../engine/change';
import { takesLearnt } from '../../engine/blocks/learn';
import { startEngine } from '../../engine/start';
import type { Image } from '../../engine/layout';
import { colourOf, lookAtLights } from '../../engine/voices/show';
import { endAll, playByte, playEdge, playFrame, setScene, silence } from '../../engine/play';
import type { Frames } from '../../signal/take';
import { OWN_DIGEST } from '../settings/own-digest';
import { readDump, writeDump } from '../settings/settings-dump';
import { encodeState, forOperations, type Between, type Played, type Sent } from './harness';

/** Thrown where a take plays more than it may. */
export class TooManyBytes extends Error {}

export interface PlayOptions extends Between {
  /** Gives up past so many. */
  mostBytes?: number;
}

function settingsIn(dump: Uint8Array, image: Image): { image: Image; digest: string } {
  const read = readDump(dump, image, '');
  if (!read.ok) throw new RangeError(`playOperations: ${read.faults[0].says}`);
  return read.value;
}

/**
 * Plays a take as firmware/host/harness.c does, with the application's engine: same operations, same numbering.
 * @throws TooManyBytes where it plays more than it may, RangeError where a dump is none of the image's
 */
export function playOperations(image: Image, frames: Frames, options: PlayOptions = {}): Played {
  const { dump, mostBytes = Infinity } = options;
  const other = dump ? settingsIn(dump, image) : { image, digest: OWN_DIGEST };
  let digest = OWN_DIGEST;
  const e = startEngine(image);
  const width = frames.channels.length;
  const sent: Sent[] = [];
  let operation = 0;
  let bytes = 0;
  const put = (n: number) => {
    if ((bytes += n) > mostBytes) throw new TooManyBytes();
    if (n > 0) sent.push({ operation, bytes: Array.from(e.out.subarray(0, n)) });
    operation++;
  };
  forOperations(frames, options, {
    edge: (tUs, contact, closed) => put(playEdge(e, tUs, contact, closed)),
    byte: (tUs, port, byte) => put(playByte(e, tUs, port, byte)),
    scene: (scene) => put(setScene(e, scene)),
    silence: () => put(silence(e)),
    endAll: () => put(endAll(e)),
    change: () => {
      put(changeEngine(e, other.image));
      digest = other.digest;
    },
    ask: () => {
      sent.push({
        operation: operation++,
        bytes: Array.from(writeDump(e.image, { digest, wiring: '' })),
      });
    },
    frame: (i) => {
      put(playFrame(e, frames.tUs[i], frames.counts, i * width));
      if (takesLearnt(e)) digest = OWN_DIGEST;
    },
    look: (tUs, lights) => {
      lookAtLights(e, tUs);
      const seen = Array.from({ length: lights }, (_, light) => colourOf(e, light)).flat();
      sent.push({ operation: operation++, bytes: seen });
    },
  });
  return { sent, state: encodeState(e.state) };
}
