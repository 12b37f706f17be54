/** Writes firmware/cheironom_layout.h from the engine's layout. */
import { writeFileSync } from 'node:fs';
import { writeLayout } from '@/core/exchange/firmware/c-layout';

writeFileSync('firmware/cheironom_layout.h', writeLayout());
