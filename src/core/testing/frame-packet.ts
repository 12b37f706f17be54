import { crc16, PACKET } from '../exchange/takes/binary-frames';

/** For tests and benches: a frame as firmware/cheironom_frames.h sends it, the 0 at its end included. */
export function framePacket(counter: number, tUs: number, counts: Uint16Array): Uint8Array {
  const bytes = new Uint8Array(7 + 2 * counts.length + 2);
  const view = new DataView(bytes.buffer);
  bytes[0] = PACKET.frame;
  view.setUint16(1, counter & 0xffff, true);
  view.setUint32(3, tUs >>> 0, true);
  counts.forEach((c, i) => view.setUint16(7 + 2 * i, c, true));
  view.setUint16(bytes.length - 2, crc16(bytes, bytes.length - 2), true);
  const out = [0];
  let run = 0;
  for (const byte of bytes) {
    if (byte !== 0) out.push(byte);
    if (byte === 0 || out.length - run === 255) {
      out[run] = out.length - run;
      run = out.push(0) - 1;
    }
  }
  out[run] = out.length - run;
  out.push(0);
  return Uint8Array.from(out);
}
