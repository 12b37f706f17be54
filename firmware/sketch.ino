/*
 * @NAME@: reads the pins, plays them with the Cheironom runtime, sends MIDI bytes.
 * Wire each sensor to its pin below. Not played for a while: set PRINT_FRAMES to 1 to see the counts instead.
 */
#include "cheironom.h"
#include "instrument.h"

/* 0: MIDI on MIDI_PORT. 1: lines of time and counts on PRINT_PORT, as the application reads them. */
#define PRINT_FRAMES 0
#define MIDI_PORT Serial1
#define MIDI_BAUD 31250
#define PRINT_PORT Serial
#define PRINT_BAUD 500000

static const uint8_t PINS[INSTRUMENT_COLUMNS] = {@PINS@};
static const uint32_t PERIOD_US = 1000000UL / INSTRUMENT_SCAN_HZ;

static uint16_t counts[INSTRUMENT_COLUMNS];
static uint8_t out[INSTRUMENT_MAX_BYTES];
static uint32_t next_us;

void setup()
{
#if INSTRUMENT_BITS != 10
    analogReadResolution(INSTRUMENT_BITS);
#endif
#if PRINT_FRAMES
    PRINT_PORT.begin(PRINT_BAUD);
    PRINT_PORT.println("t_us,@CHANNELS@");
#else
    MIDI_PORT.begin(MIDI_BAUD);
#endif
    cheir_start(&instrument_program, &instrument_state);
    next_us = micros();
}

void loop()
{
    uint32_t now = micros();
    if ((int32_t)(now - next_us) < 0) return;
    next_us += PERIOD_US;
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) counts[c] = (uint16_t)analogRead(PINS[c]);
#if PRINT_FRAMES
    PRINT_PORT.print(now);
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++) {
        PRINT_PORT.print(',');
        PRINT_PORT.print(counts[c]);
    }
    PRINT_PORT.println();
#else
    MIDI_PORT.write(out, cheir_step(&instrument_program, &instrument_state, now, counts, out));
#endif
}
