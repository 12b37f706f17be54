/*
 * Runs the runtime on an emulated 8-bit chip for chip.ts: every column plays the same counts, each a little later than the
 * one before. GPIOR0 marks the beginning and the end of each scan for the emulator; the bytes sent go to GPIOR1, so that
 * they can be compared with the application's.
 */
#include <avr/io.h>
#include <avr/pgmspace.h>

#include "cheironom.h"
#include "frames.h"
#include "instrument.h"

int main(void)
{
    static uint16_t counts[INSTRUMENT_COLUMNS + CHEIR_derived];
    static uint8_t out[INSTRUMENT_MAX_BYTES];
    uint16_t scan;
    uint32_t t_us = 0;
    cheir_start();
    for (scan = 0; scan < FRAMES; scan++, t_us += 1000) {
        uint16_t i, n;
        uint8_t c;
        for (c = 0; c < INSTRUMENT_COLUMNS; c++)
            counts[c] = pgm_read_word(frames + (scan + (uint16_t)(c * LATER)) % FRAMES);
        GPIOR0 = 1;
        n = cheir_frame(t_us, counts, out);
        GPIOR0 = 2;
        for (i = 0; i < n; i++) GPIOR1 = out[i];
    }
    GPIOR0 = 3;
    for (;;) {
    }
}
