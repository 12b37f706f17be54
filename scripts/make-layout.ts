/** Writes what the runtime has from the engine's layout, its list of blocks and its tables. */
import { writeFileSync } from 'node:fs';
import { writeBlocks } from '@/core/exchange/firmware/c-blocks';
import { writeLayout } from '@/core/exchange/firmware/c-layout';
import { writeTables } from '@/core/exchange/firmware/c-tables';

writeFileSync('firmware/cheironom_layout.h', writeLayout());
writeFileSync('firmware/cheironom_blocks.h', writeBlocks());
writeFileSync('firmware/cheironom_tables.h', writeTables());
