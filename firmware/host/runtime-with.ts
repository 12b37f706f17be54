import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { onTestFinished } from 'vitest';
import { writeBlocks } from '@/core/exchange/firmware/c-blocks';
import { writeLayout } from '@/core/exchange/firmware/c-layout';
import { compileHost, FIRMWARE, STRICT, type HostRuntime } from '@/server/compiler';

/** The runtime with a file of the tests beside the others, and what is made from the lists made anew. Call it in a test. */
export async function runtimeWith(file: string): Promise<HostRuntime> {
  const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-with-'));
  onTestFinished(() => rmSync(folder, { recursive: true }));
  const own = path.join(folder, 'firmware');
  cpSync(FIRMWARE, own, { recursive: true });
  cpSync(file, path.join(own, path.basename(file)));
  writeFileSync(path.join(own, 'cheironom_layout.h'), writeLayout());
  writeFileSync(path.join(own, 'cheironom_blocks.h'), writeBlocks());
  // Sanitizers take five times as long to compile, and runtime.test.ts has them.
  const flags = STRICT.filter((flag) => !flag.includes('sanitize'));
  const made = await compileHost(flags, folder, own);
  if (!made.ok) throw new Error(made.faults[0].says);
  return made.value;
}
