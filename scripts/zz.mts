import { readFileSync, writeFileSync } from 'node:fs';
import { readInstrument } from '@/core/exchange/instrument-json';
import { firmwareZip } from '@/server/firmware';
import { unzipSync } from 'fflate';
import path from 'node:path';
const [name, bits, memory] = process.argv.slice(2);
const r = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
if (!r.ok) throw 1;
let i: any = r.value;
for (const b of i.boards) {
  b.memoryBytes = Number(memory);
}
for (const [n, bytes] of Object.entries(unzipSync(await firmwareZip(i))))
  writeFileSync(path.join('/tmp/av', path.basename(n)), bytes);
