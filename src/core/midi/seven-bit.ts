/**
 * Bytes as data bytes of a system exclusive message: for each seven, one of their highest bits, the first byte's lowest, then
 * their seven lower bits each (common practice, no source).
 */
export function packSevenBit(bytes: Uint8Array): number[] {
  const packed: number[] = [];
  for (let at = 0; at < bytes.length; at += 7) {
    const group = bytes.subarray(at, at + 7);
    packed.push(group.reduce((high, byte, i) => high | ((byte >> 7) << i), 0));
    for (const byte of group) packed.push(byte & 0x7f);
  }
  return packed;
}

/** The reverse of {@link packSevenBit}. @param packed data bytes, 0 … 127 each */
export function unpackSevenBit(packed: ArrayLike<number>): Uint8Array<ArrayBuffer> {
  const bytes: number[] = [];
  for (let at = 0; at < packed.length; at += 8)
    for (let i = 0; i < 7 && at + 1 + i < packed.length; i++)
      bytes.push(packed[at + 1 + i] | (((packed[at] >> i) & 1) << 7));
  return Uint8Array.from(bytes);
}
