/** Writes what the runtime has from the engine's layout and its list of blocks. */
import { writeFileSync } from 'node:fs';
import { writeBlocks } from '@/core/exchange/firmware/c-blocks';
import { writeLayout } from '@/core/exchange/firmware/c-layout';

writeFileSync('firmware/cheironom_layout.h', writeLayout());
writeFileSync('firmware/cheironom_blocks.h', writeBlocks());
