/** Writes firmware/cheironom_layout.h from the engine's layout. */
import { writeFileSync } from 'node:fs';
import { writeLayout } from '@/core/exchange/c-layout';

writeFileSync('firmware/cheironom_layout.h', writeLayout());
