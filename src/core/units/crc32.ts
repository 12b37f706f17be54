const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

/** CRC-32 (ISO 3309, the one of zip and PNG) of bytes, or of a text's UTF-8 bytes. @returns 0 … 2^32 − 1 */
export function crc32(of: string | Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of typeof of === 'string' ? new TextEncoder().encode(of) : of)
    crc = TABLE[(crc ^ byte) & 0xff] ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}
