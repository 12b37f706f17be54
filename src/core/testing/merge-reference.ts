/**
 * A merge of MIDI inputs by itself, written from the MIDI 1.0 Detailed Specification (1996): "Data Format" (status and data bytes, running
 * status, real-time messages between the bytes of others, a status byte that ends a system exclusive message), tables II … VI. It puts whole
 * messages in the order in which they ended. Nothing of the engine is used. What is this project's own is what the specification leaves open: a system
 * exclusive message passes as it comes, others wait for its end, 22 bytes of them at most, else it is cut; active sensing, undefined bytes and a second
 * message of that kind meanwhile do not pass.
 */
export interface ByteIn {
  port: number;
  byte: number;
}

const ROOM = 22;

interface Source {
  status: number;
  data: number[];
  exclusive: 'none' | 'passes' | 'lost';
  /** How many bytes of a message could still be the bench's own. */
  withheld: number[];
}

/** The length of a message after its status byte, from the tables of the specification. */
const lengthOf = (status: number): number => {
  if (status >= 0xf0) return { 0xf1: 1, 0xf2: 2, 0xf3: 1, 0xf6: 0 }[status] ?? -1;
  return status >= 0xc0 && status <= 0xdf ? 1 : 2;
};

/** @returns the bytes that go out */
export function mergeReference(bytes: readonly ByteIn[]): number[] {
  const out: number[] = [];
  const sources = new Map<number, Source>();
  let holder: Source | null = null;
  let waiting: number[] = [];
  const release = () => {
    out.push(0xf7, ...waiting);
    waiting = [];
    holder = null;
  };
  const say = (message: number[]) => {
    if (!holder) return void out.push(...message);
    if (waiting.length + message.length <= ROOM) return void waiting.push(...message);
    holder.exclusive = 'lost';
    release();
    out.push(...message);
  };
  for (const { port, byte } of bytes) {
    const own = sources.get(port) ?? { status: 0, data: [], exclusive: 'none', withheld: [] };
    sources.set(port, own);
    if (byte >= 0xf8) {
      if (byte === 0xff) throw new RangeError('mergeReference: a reset is none of its business');
      if (![0xf9, 0xfd, 0xfe].includes(byte)) out.push(byte);
    } else if (byte >= 0x80) {
      if (own === holder) release();
      // The bench's own begin F0 7D 43 68: one that ends sooner is none of them.
      else if (byte === 0xf7 && own.withheld.length > 0 && !holder) out.push(...own.withheld, 0xf7);
      Object.assign(own, { status: 0, data: [], exclusive: 'none', withheld: byte === 0xf0 ? [0xf0] : [] });
      if (lengthOf(byte) > 0) own.status = byte;
      if (lengthOf(byte) === 0) say([byte]);
    } else if (own.withheld.length > 0) {
      own.withheld.push(byte);
      const isOwn = own.withheld.every((b, i) => b === [0xf0, 0x7d, 0x43, 0x68][i]);
      if (isOwn && own.withheld.length < 4) continue;
      own.exclusive = isOwn || holder ? 'lost' : 'passes';
      if (own.exclusive === 'passes') {
        holder = own;
        out.push(...own.withheld);
      }
      own.withheld = [];
    } else if (own.exclusive === 'passes') out.push(byte);
    else if (own.exclusive === 'none' && own.status > 0) {
      own.data.push(byte);
      if (own.data.length < lengthOf(own.status)) continue;
      say([own.status, ...own.data]);
      own.data = [];
      if (own.status >= 0xf0) own.status = 0;
    }
  }
  return out;
}
