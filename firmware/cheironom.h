/*
 * Cheironom runtime: plays frames of sensor counts, and edges of contacts, as MIDI bytes, byte for byte as the bench does.
 * Portable C99; integers only, no division but where the button is let go, no allocation, nothing wider than 32 bits. docs/engine.md states the
 * arithmetic; src/core/engine/ is the same in TypeScript, and tests hold the two together.
 */
#ifndef CHEIRONOM_H
#define CHEIRONOM_H

#include <stdint.h>

#ifdef __cplusplus
extern "C" {
#endif

/* A sketch's own folder has what its instrument is made of; without it, cheir_use() says which instrument plays. */
#if defined(__has_include)
#if __has_include("cheironom_config.h")
#define CHEIR_ONE_INSTRUMENT 1
#endif
#endif

#include "cheironom_layout.h"

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

#define CHEIR_SETTABLE 1

/* An instrument's image, in memory since its settings can change. */
typedef struct {
#define CHEIR_LIST(part, record) cheir_##record *part;
    CHEIR_PARTS(CHEIR_LIST)
#undef CHEIR_LIST
    uint16_t *tables;
    uint16_t *stairs;
} cheir_image;

/* What changes from frame to frame. */
typedef struct {
#define CHEIR_LIST(states, record, counted) cheir_##record *states;
    CHEIR_STATES(CHEIR_LIST)
#undef CHEIR_LIST
    cheir_engine_state engine;
} cheir_state;

/* An instrument's image and its state, where one program plays several. */
typedef struct {
    cheir_image image;
    cheir_state *state;
    uint32_t structure;
    /* Entries of tables and stairs, and room for them. */
    uint16_t tables_n, stairs_n, tables_room, stairs_room;
    uint16_t byte_us;
    uint8_t table_bits;
    /* Entries of each part; contacts, lanes that choices look at, scenes. */
#define CHEIR_LENGTH(part, record) uint8_t part##_n;
    CHEIR_PARTS(CHEIR_LENGTH)
#undef CHEIR_LENGTH
#define CHEIR_LENGTH(count) uint8_t count##_n;
    CHEIR_COUNTS(CHEIR_LENGTH)
#undef CHEIR_LENGTH
} cheir_instrument;

/* Says which instrument the functions below play, with the settings that stand in its image. */
void cheir_use(const cheir_instrument *instrument);

#endif

#if CHEIR_SETTABLE

/*
 * Settings come as a dump: a head, then the settings of every record, tables and stairs (docs/formats.md, "Settings"). Of a
 * board's own instrument it has CHEIR_DUMP_BYTES at most.
 */

/* Whether a dump can be taken: CHEIR_ANSWER_TAKEN, or why not. */
uint8_t cheir_check_settings(const uint8_t *dump, uint16_t n);

/* Checks and takes a dump, between two frames. Nothing is sent now, and what sounds ends as it began. Answers as above. */
uint8_t cheir_change(const uint8_t *dump, uint16_t n);

/* Writes the settings as they are. Returns the bytes of the dump. */
uint16_t cheir_give_settings(uint8_t *dump);

/* Digest of the instrument whose settings are played. */
uint32_t cheir_digest(void);

/*
 * Memory that stays without power: two slots, one after the other, of slot_bytes each. `commit` is 0, or writes what was
 * written so far in one go: such memory is erased as a whole, and a power cut meanwhile can cost both slots.
 */
typedef struct {
    uint8_t (*read)(uint16_t at);
    void (*write)(uint16_t at, uint8_t byte);
    void (*commit)(void);
    uint16_t slot_bytes;
} cheir_store;

/* What is kept where, and a dump that is being kept. Begin with {&store, 0, 0, 0, 0, 0}. */
typedef struct {
    const cheir_store *store;
    /* The dump that is being kept, its bytes, and how many of them are; n is 0 while there is none. */
    const uint8_t *dump;
    uint16_t n, at;
    /* The newest slot, 2 for none, and its sequence. */
    uint8_t slot;
    uint32_t sequence;
} cheir_keeper;

/* At power-up: takes the newest settings that were kept whole; `dump` has room for a slot. Returns whether there were any. */
uint8_t cheir_recall(cheir_keeper *keeper, uint8_t *dump);

/*
 * Begins to keep a dump of `n` bytes in place of the older slot; its head changes, and it must stay as it is until it is kept.
 * Returns 0 where it does not fit.
 */
uint8_t cheir_keep(cheir_keeper *keeper, uint8_t *dump, uint16_t n);

/* Writes the next byte; to be called when the memory is ready for one. Returns whether there is more to do. */
uint8_t cheir_keep_on(cheir_keeper *keeper);

#endif

#if CHEIR_learns

/*
 * The button that measures rest and reach is a contact like any other; this is what the light at it says: CHEIR_LIGHT_ON,
 * CHEIR_LIGHT_OFF, or CHEIR_LIGHT_FREE while it says nothing.
 */
uint8_t cheir_light(void);

/* Whether the button has brought other settings since it was last asked: they are to be kept. */
uint8_t cheir_learnt(void);

#endif

#if CHEIR_shows

/* Time goes on for what is seen on lights: to be called often, 60 times a second or so. Times are microseconds modulo 2^32. */
void cheir_look_at_lights(uint32_t t_us);

/* Red, green and blue, 0 ... 255 each, of a light as it is seen, counted from 0. */
void cheir_colour(uint16_t light, uint8_t *colour);

#endif

#if defined(CHEIR_contacts) && CHEIR_contacts > 255
#error "The runtime counts contacts in eight bits: a board has 255 of them at most."
#endif

/* Power-up: nothing sent, nothing sounding. */
void cheir_start(void);

/*
 * Ends what a receiver may still hear from before this board began: "sustain" off and "all notes off" on every channel that is
 * played. Returns the bytes written.
 */
uint16_t cheir_end_all(uint8_t *out);

/*
 * Plays one frame: counts holds one count a column, and has room behind them for CHEIR_derived more, which the runtime writes. Complete MIDI messages go to out, which must have room for the
 * generated header's MAX_BYTES. Returns the bytes written. Times are microseconds modulo 2^32.
 */
uint16_t cheir_frame(uint32_t t_us, uint16_t *counts, uint8_t *out);

/* Plays one edge: a contact has closed or opened. Edges and frames come in order of time. Returns the bytes written. */
uint16_t cheir_edge(uint32_t t_us, uint8_t contact, uint8_t closed, uint8_t *out);

/* Plays one byte that came in on a port, in order of time with frames and edges. Returns the bytes written. */
uint16_t cheir_byte(uint32_t t_us, uint8_t port, uint8_t byte, uint8_t *out);

/* Another scene plays from the next frame on; what sounds goes on until it is let go. Returns the bytes written. */
uint16_t cheir_scene(uint8_t scene, uint8_t *out);

/*
 * Ends every note that sounds; what is open or touched stays mute until let go once. Of inputs on which more sounded than is known note
 * by note, channels are ended with the next frames, or by cheir_end_owed. Returns the bytes written.
 */
uint16_t cheir_silence(uint8_t *out);

/* After a silence that no frame follows: ends one of the channels that inputs owe. Returns the bytes written, 0 where none is owed. */
uint16_t cheir_end_owed(uint8_t *out);

#ifdef __cplusplus
}
#endif

#endif
