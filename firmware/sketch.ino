/*
 * @NAME@: reads the pins, plays them with the Cheironom runtime, sends MIDI bytes.
 * Wire each sensor to its pin below. Not played for a while: set PRINT_FRAMES to 1 to see the counts instead.
 */
#include "cheironom.h"
#include "instrument.h"

/* 0: MIDI on MIDI_PORT. 1: lines of time and counts on PRINT_PORT, as the application reads them. */
#define PRINT_FRAMES 0
#define MIDI_BAUD 31250
#define PRINT_BAUD 500000
/* From power-up to the first scan: supplies and sensors settle. */
#define SETTLE_MS 200

/* The port for MIDI: one whose pins are free, else the only one. Define it yourself to use another. */
#ifndef MIDI_PORT
#if defined(SERIAL_PORT_HARDWARE_OPEN)
#define MIDI_PORT SERIAL_PORT_HARDWARE_OPEN
#elif defined(SERIAL_PORT_HARDWARE)
#define MIDI_PORT SERIAL_PORT_HARDWARE
#else
#define MIDI_PORT Serial1
#endif
#endif
#if defined(SERIAL_PORT_MONITOR)
#define PRINT_PORT SERIAL_PORT_MONITOR
#else
#define PRINT_PORT Serial
#endif

/* The converters of 8-bit boards have ten bits; those of larger boards are set to what the instrument wants. */
#if defined(__AVR__)
#define CONVERTER_BITS 10
#else
#define CONVERTER_BITS INSTRUMENT_BITS
#endif

#if INSTRUMENT_BITS > CONVERTER_BITS
#error "@NAME@ was measured on a board of @BITS@ bits; the converter of this one has 10. Load it onto a board like that, or measure it on this one."
#elif defined(NUM_ANALOG_INPUTS) && @ANALOGUE_PINS@ > NUM_ANALOG_INPUTS
#error "@NAME@ reads @ANALOGUE_PINS@ analogue pins, A0 and up; this board has fewer. Use other pins or a larger board."
#else

static const uint8_t PINS[INSTRUMENT_COLUMNS] = {@PINS@};
static const uint32_t PERIOD_US = 1000000UL / INSTRUMENT_SCAN_HZ;
/* Least time between two changes of what says that scans are late, us. */
static const uint32_t SHOW_US = 1000000UL;

static uint16_t counts[INSTRUMENT_COLUMNS];
static uint32_t next_us;
/* Scans that came a whole period late: the board is too slow for its scan rate. */
static uint32_t overruns;
static uint32_t shown_overruns;
static uint32_t shown_us;
#if !PRINT_FRAMES
static uint8_t out[INSTRUMENT_MAX_BYTES];
#endif

/* Late scans are printed as a comment; while MIDI is sent, the board's own light is on for a second. */
static void show_overruns(uint32_t now)
{
    if (now - shown_us < SHOW_US) return;
    shown_us = now;
#if PRINT_FRAMES
    if (overruns != shown_overruns) {
        PRINT_PORT.print("# overruns: ");
        PRINT_PORT.println(overruns);
    }
#elif defined(LED_BUILTIN)
    digitalWrite(LED_BUILTIN, overruns != shown_overruns ? HIGH : LOW);
#endif
    shown_overruns = overruns;
}

void setup()
{
#if CONVERTER_BITS > 10
    analogReadResolution(CONVERTER_BITS);
#endif
#if PRINT_FRAMES
    PRINT_PORT.begin(PRINT_BAUD);
    PRINT_PORT.println("t_us,@CHANNELS@");
#else
    MIDI_PORT.begin(MIDI_BAUD);
    cheir_start(&instrument_program, &instrument_state);
#if defined(LED_BUILTIN)
    pinMode(LED_BUILTIN, OUTPUT);
#endif
#endif
    delay(SETTLE_MS);
    next_us = micros();
}

void loop()
{
    uint32_t now = micros();
    uint32_t late_us = now - next_us;
    if (late_us >= 0x80000000UL) return; /* not due yet */
    next_us += PERIOD_US;
    if (late_us >= PERIOD_US) {
        overruns++;
        next_us = now + PERIOD_US;
    }
    for (uint8_t c = 0; c < INSTRUMENT_COLUMNS; c++)
        counts[c] = (uint16_t)analogRead(PINS[c]) >> (CONVERTER_BITS - INSTRUMENT_BITS);
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
    show_overruns(now);
}

#endif
