/*
 * Cheironom runtime: plays frames of sensor counts, and edges of contacts, as MIDI bytes, byte for byte as the bench does.
 * Portable C99; integers only, no division, no allocation, nothing wider than 32 bits. docs/engine.md states the
 * arithmetic; src/core/engine/ is the same in TypeScript, and tests hold the two together.
 */
#ifndef CHEIRONOM_H
#define CHEIRONOM_H

#include <stdint.h>

#include "cheironom_layout.h"

#ifdef __cplusplus
extern "C" {
#endif

/* A sketch's own folder has what its instrument is made of; without it, cheir_use() says which instrument plays. */
#if defined(__has_include)
#if __has_include("cheironom_config.h")
#define CHEIR_ONE_INSTRUMENT 1
#endif
#endif

/* Constants lie in program memory where the chip has a separate one. */
#if defined(__AVR__)
#include <avr/pgmspace.h>
#define CHEIR_FLASH PROGMEM
#else
#define CHEIR_FLASH
#endif

#if defined(CHEIR_ONE_INSTRUMENT)
#include "cheironom_config.h"
#else

/* An instrument's image. */
typedef struct {
    const cheir_level *levels;
    const cheir_gate *gates;
    const cheir_control *controls;
    const cheir_switched *switched;
    const cheir_touch_bank *touch_banks;
    const cheir_touch *touches;
    const cheir_strike_bank *strike_banks;
    const cheir_strike *strikes;
    const cheir_contact_bank *contact_banks;
    const cheir_listener *listeners;
    const cheir_note *notes;
    const cheir_note_lane *note_lanes;
    const cheir_choice *choices;
    const uint16_t *tables;
    const uint16_t *stairs;
} cheir_image;

/* An instrument's image and the room for its state, where one program plays several. */
typedef struct {
    cheir_image image;
    uint16_t byte_us;
    uint8_t table_bits;
    /* Entries of each part, in the image's order; then contacts. */
    uint8_t levels_n, gates_n, controls_n, switched_n, touch_banks_n, touches_n, strike_banks_n, strikes_n;
    uint8_t contact_banks_n, listeners_n, notes_n, note_lanes_n, choices_n, contacts_n;
    cheir_zero_state *level_zero_states;
    cheir_gate_state *gate_states;
    cheir_control_state *control_states;
    cheir_switched_state *switched_states;
    cheir_touch_bank_state *touch_bank_states;
    cheir_touch_state *touch_states;
    cheir_zero_state *strike_zero_states;
    cheir_strike_state *strike_states;
    cheir_contact_state *contact_states;
    cheir_note_lane_state *note_lane_states;
    cheir_choice_state *choice_states;
    cheir_engine_state *engine_state;
} cheir_instrument;

/* Says which instrument the functions below play. */
void cheir_use(const cheir_instrument *instrument);

/*
 * Changes the settings of what plays, between two frames: to an image of the same structure, which must stay where it is.
 * Nothing is sent now, and what sounds ends as it began.
 */
void cheir_change(const cheir_image *next);

#endif

/* Power-up: nothing sent, nothing sounding. */
void cheir_start(void);

/*
 * Plays one frame: counts holds one count a column. Complete MIDI messages go to out, which must have room for the
 * generated header's MAX_BYTES. Returns the bytes written. Times are microseconds modulo 2^32.
 */
uint16_t cheir_frame(uint32_t t_us, const uint16_t *counts, uint8_t *out);

/* Plays one edge: a contact has closed or opened. Edges and frames come in order of time. Returns the bytes written. */
uint16_t cheir_edge(uint32_t t_us, uint8_t contact, uint8_t closed, uint8_t *out);

/* Ends every note that sounds; what is open or touched stays mute until let go once. Returns the bytes written. */
uint16_t cheir_silence(uint8_t *out);

#ifdef __cplusplus
}
#endif

#endif
