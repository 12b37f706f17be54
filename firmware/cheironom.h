/*
 * Cheironom runtime: plays frames of sensor counts as MIDI bytes, byte for byte as the bench does.
 * Portable C99; integers only, no division, no allocation, nothing wider than 32 bits. docs/engine.md states the
 * arithmetic; src/core/engine/ is the same in TypeScript, and tests hold the two together.
 */
#ifndef CHEIRONOM_H
#define CHEIRONOM_H

#include <stdint.h>

#ifdef __cplusplus
extern "C" {
#endif

/* Tables live in program memory where the chip has a separate one. */
#if defined(__AVR__)
#include <avr/pgmspace.h>
#define CHEIR_FLASH PROGMEM
#define CHEIR_TABLE(p) pgm_read_word(p)
#else
#define CHEIR_FLASH
#define CHEIR_TABLE(p) (*(p))
#endif

enum { CHEIR_CONTROLLER7 = 0, CHEIR_CONTROLLER14 = 1, CHEIR_PRESSURE = 2 };
enum { CHEIR_UP = 1, CHEIR_DOWN = 2 };

/* x of 0 ... span as a Q15 share: the product of halves of x * factor and mul; factor is a power of two. */
typedef struct {
    uint16_t span;
    uint16_t factor;
    uint16_t mul;
} cheir_scale;

/* One side of rest; distances in counts from rest. An absent side has 65535 for all three. */
typedef struct {
    cheir_scale scale;
    uint16_t dead;
    uint16_t on;
    uint16_t off;
} cheir_side;

/* A level sent as a controller or as channel pressure, in steps of `from` ... `from + span`. */
typedef struct {
    uint8_t kind;
    uint8_t status;
    uint8_t controller;
    uint8_t side_mask;
    uint16_t from;
    uint16_t span;
    uint16_t deadband; /* Q15 */
    uint16_t interval_ticks; /* of 16 us */
} cheir_level;

typedef struct {
    uint16_t sent;    /* 65535 before the first message */
    uint16_t sent_at; /* response when sent, Q15 */
    uint16_t since;   /* time when sent, ticks modulo 2^16 */
    uint8_t held;     /* 1 until the interval has passed */
} cheir_level_state;

/* A gate that plays one fixed note. */
typedef struct {
    uint8_t channel; /* 0 ... 15 */
    uint8_t note;
    uint8_t side_mask;
    uint16_t window_ticks;   /* from opening to note-on */
    uint16_t hold_off_ticks; /* least time that it stays open, and then closed */
    uint8_t velocity_from;
    uint8_t velocity_span;
    cheir_scale attack[2];
} cheir_gate;

typedef struct {
    uint8_t stage;
    uint8_t running; /* 1 until neither window nor hold-off can matter any more */
    uint8_t channel; /* of the note-on, for the note-off */
    uint8_t note;
    uint16_t peak;  /* Q15 */
    uint16_t since; /* time when it last opened or closed, ticks modulo 2^16 */
} cheir_gate_state;

/* What an input finds out at power-up. */
typedef struct {
    int16_t shift;  /* counts that rest has moved since it was calibrated */
    uint8_t awake;  /* 1 from its first look on: it plays */
    uint8_t done;   /* 1 once rest was looked at while nothing moved */
    uint16_t first; /* first sample of the stretch that is looked at */
    uint8_t digits; /* samples so far, two bits for each level of the remedian */
    uint16_t waiting[6];
} cheir_zero;

typedef struct {
    uint8_t column;
    uint8_t falling;
    uint16_t rest;
    /* Counts between which an input at rest has nothing to do. */
    uint16_t rest_low;
    uint16_t rest_high;
    cheir_side side[2];    /* up, down */
    const uint16_t *table; /* in CHEIR_FLASH: 2^table_bits + 1 entries, Q15, never falling */
    uint8_t levels;
    uint8_t gates;
    const cheir_level *level;
    cheir_level_state *level_state;
    const cheir_gate *gate;
    cheir_gate_state *gate_state;
} cheir_input;

typedef struct {
    uint8_t table_bits;
    uint8_t inputs;
    const cheir_input *input;
} cheir_program;

/* What changes from frame to frame, besides the level and gate states that the inputs point at. */
typedef struct {
    uint8_t *quiet;   /* one an input: everything sent, every gate closed; nothing to do within its rest band */
    cheir_zero *zero; /* one an input */
    uint8_t discard;  /* scans still to be discarded */
    uint32_t last_us; /* time of the last frame */
    uint16_t t;       /* time of this frame, ticks of 16 us modulo 2^16 */
    uint8_t *out;
    /* Where the input at hand lies. */
    const cheir_side *side;
    uint16_t distance;
    uint8_t mask;
} cheir_state;

/* Power-up: nothing sent, nothing sounding. */
void cheir_start(const cheir_program *program, cheir_state *state);

/*
 * Plays one frame: counts holds one count a column. Complete MIDI messages go to out, which must have room for the
 * generated header's MAX_BYTES. Returns the bytes written. Times are microseconds modulo 2^32.
 */
uint16_t cheir_step(const cheir_program *program, cheir_state *state, uint32_t t_us, const uint16_t *counts,
                    uint8_t *out);

/* Ends every note that sounds; an open gate stays mute until released once. Returns the bytes written. */
uint16_t cheir_silence(const cheir_program *program, cheir_state *state, uint8_t *out);

#ifdef __cplusplus
}
#endif

#endif
