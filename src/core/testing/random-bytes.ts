import { random, type Random } from '../signal/random';
import type { BytesIn } from '../signal/take';

/**
 * For tests: what senders of every sort say, as the specification allows it and as it does not: running status, real-time bytes within messages,
 * system exclusive ones, long, short, cut and never ended, those of the bench, lone data bytes, undefined ones.
 * @returns bytes of one port, those of a message together
 */
export function randomMidi(r: Random, messages: number): number[][] {
  const channel = r.whole(0, 15);
  let running = 0;
  return Array.from({ length: messages }, () => {
    const sort = r.next();
    const data = () => r.whole(0, 127);
    if (sort < 0.7) {
      const status = 0x80 | (r.whole(0, 6) << 4) | (r.next() < 0.8 ? channel : r.whole(0, 15));
      const head = status === running && r.next() < 0.7 ? [] : [status];
      running = status;
      const controllers = [7, 64, 120, 121, 123, 126];
      const first = (status & 0xf0) === 0xb0 && r.next() < 0.5 ? controllers[r.whole(0, 5)] : r.whole(48, 72);
      const two = (status & 0xe0) !== 0xc0;
      return within(r, [...head, first, ...(two ? [r.next() < 0.2 ? 0 : data()] : [])]);
    }
    if (sort < 0.8) return [[0xf8, 0xfa, 0xfb, 0xfc, 0xfe, 0xf9, 0xfd][r.whole(0, 6)]];
    running = 0;
    if (sort < 0.84)
      return within(r, [[0xf1, 5], [0xf2, 1, 2], [0xf3, 9], [0xf6], [0xf4], [0xf5]][r.whole(0, 5)]);
    if (sort < 0.93) {
      const head = r.next() < 0.5 ? [0x7d, 0x43, 0x68].slice(0, r.whole(0, 3)) : [r.whole(0, 127)];
      const body = Array.from({ length: r.next() < 0.5 ? r.whole(0, 4) : r.whole(5, 60) }, data);
      return within(r, [0xf0, ...head, ...body, ...(r.next() < 0.7 ? [0xf7] : [])]);
    }
    return Array.from({ length: r.whole(1, 4) }, () => (r.next() < 0.5 ? data() : r.whole(0x80, 0xfe)));
  });
}

/** Real-time bytes may come between any two others. */
const within = (r: Random, bytes: number[]): number[] =>
  bytes.flatMap((byte) => (r.next() < 0.04 ? [0xf8, byte] : [byte]));

/** For tests: bytes on several ports, some of which are there from the start and some pulled out for a while, at the rate of a cable or as fast as may be. */
export function randomBytes(ports: number, from: number, to: number, seed: number): BytesIn {
  const r = random(seed);
  const found: { tUs: number; port: number; byte: number }[] = [];
  for (let port = 0; port < ports; port++) {
    const byteUs = r.next() < 0.7 ? 320 : r.whole(1, 50);
    const pauses = r.next() < 0.5 ? 20_000 : 300_000;
    let t = from;
    for (const message of randomMidi(r, 400)) {
      const cut = r.next() < 0.05 ? r.whole(0, message.length) : message.length;
      for (const byte of message.slice(0, cut)) {
        t += r.next() < 0.01 ? r.whole(0, 200_000) : byteUs;
        found.push({ tUs: t, port, byte });
      }
      if (r.next() < 0.02) found.push({ tUs: t, port, byte: 0xff });
      t += r.next() < 0.5 ? 0 : r.whole(0, pauses);
      if (t > to) break;
    }
  }
  found.sort((a, b) => a.tUs - b.tUs || a.port - b.port);
  return {
    tUs: Float64Array.from(found, (own) => own.tUs),
    port: Uint8Array.from(found, (own) => own.port),
    byte: Uint8Array.from(found, (own) => own.byte),
  };
}
