/*
 * Plays a take on an emulated 8-bit chip for src/server/chip.ts: operations come from GPIOR2, which the emulator fills, in the form that
 * firmware/host/harness.c reads them: { u8 0, u32 t_us, u16 count * columns }, { u8 2, u32 t_us, u8 contact, u8 closed },
 * { u8 7, u32 t_us, u8 port, u8 byte }, { u8 1 } (silence), { u8 5 } (ends all), u8 255. GPIOR0 marks the beginning and the end of each; the bytes sent go to GPIOR1.
 */
#include <avr/io.h>

#include "cheironom.h"
#include "instrument.h"

static uint16_t u16(void)
{
    uint8_t low = GPIOR2;
    return (uint16_t)(low | ((uint16_t)GPIOR2 << 8));
}

static uint32_t u32(void)
{
    uint16_t low = u16();
    return low | ((uint32_t)u16() << 16);
}

int main(void)
{
    static uint16_t counts[INSTRUMENT_COLUMNS + CHEIR_derived + 1];
    static uint8_t out[INSTRUMENT_MAX_BYTES];
    cheir_start();
    for (;;) {
        uint8_t operation = GPIOR2;
        uint16_t i, n;
        uint32_t t_us;
        if (operation == 255) break;
        if (operation == 1 || operation == 5) {
            n = operation == 1 ? cheir_silence(out) : cheir_end_all(out);
            for (i = 0; i < n; i++) GPIOR1 = out[i];
            continue;
        }
        t_us = u32();
        if (operation == 0) {
#if INSTRUMENT_COLUMNS > 0
            for (i = 0; i < INSTRUMENT_COLUMNS; i++) counts[i] = u16();
#endif
            GPIOR0 = 1;
            n = cheir_frame(t_us, counts, out);
        } else {
            uint8_t which = GPIOR2;
            uint8_t what = GPIOR2;
            GPIOR0 = 1;
            n = operation == 2 ? cheir_edge(t_us, which, what, out) : cheir_byte(t_us, which, what, out);
        }
        GPIOR0 = 2;
        for (i = 0; i < n; i++) GPIOR1 = out[i];
    }
    GPIOR0 = 3;
    for (;;) {
    }
}
