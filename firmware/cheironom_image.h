/* How the runtime reaches image and state. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_IMAGE_H
#define CHEIRONOM_IMAGE_H

#define UNSENT 0xffffu
#define UNSENT7 0xffu
#define NO_NOTE 255u
/* In the channel of a lane's note: another lane can play the same note on the same channel. */
#define SHARED_NOTE 0x10u
#define NO_TABLE 0xffffu
#define ONE 32768u

/*
 * IMAGE(part): a list of the image. COUNT(part): its length. HAS(part): whether there is any, known when it is compiled.
 * STATE(part): a list of the state. One instrument has them as arrays of its own, so that every address is a constant.
 */
#if defined(CHEIR_ONE_INSTRUMENT)

#define IMAGE(part) cheir_image_##part
#define COUNT(part) CHEIR_##part
#define STATE(part) state_##part
#define TABLE_BITS CHEIR_TABLE_BITS
#define BYTE_US CHEIR_BYTE_US
#if CHEIR_SETTABLE
#define STRUCTURE CHEIR_STRUCTURE
#define DIGEST CHEIR_DIGEST
#define TABLES_ROOM CHEIR_tables
#define STAIRS_ROOM CHEIR_stairs
/* Entries of tables and stairs that are used now. */
static uint16_t tables_n = CHEIR_TABLES_N, stairs_n = CHEIR_STAIRS_N;
#endif

/* C has no empty arrays. */
#define ROOM(n) ((n) > 0 ? (n) : 1)
static cheir_zero_state state_level_zeros[ROOM(CHEIR_levels)];
static cheir_gate_state state_gates[ROOM(CHEIR_gates)];
static cheir_control_state state_controls[ROOM(CHEIR_controls)];
static cheir_note_lane_state state_note_lanes[ROOM(CHEIR_note_lanes)];
static cheir_engine_state state_engine;
#if CHEIR_switched
static cheir_switched_state state_switched[CHEIR_switched];
#endif
#if CHEIR_touch_banks
static cheir_touch_bank_state state_touch_banks[CHEIR_touch_banks];
static cheir_touch_state state_touches[CHEIR_touches];
#endif
#if CHEIR_strike_banks
static cheir_zero_state state_strike_zeros[CHEIR_strikes];
static cheir_strike_state state_strikes[CHEIR_strikes];
#endif
#if CHEIR_contacts
static cheir_contact_state state_contacts[CHEIR_contacts];
#endif
#if CHEIR_choices
static cheir_choice_state state_choices[CHEIR_choices];
#endif

#else

static const cheir_instrument *now_played;
static uint16_t tables_n, stairs_n;

void cheir_use(const cheir_instrument *instrument)
{
    now_played = instrument;
    tables_n = instrument->tables_n;
    stairs_n = instrument->stairs_n;
}

#define IMAGE(part) (now_played->image.part)
#define STRUCTURE (now_played->structure)
#define DIGEST 0
#define TABLES_ROOM (now_played->tables_room)
#define STAIRS_ROOM (now_played->stairs_room)
#define COUNT(part) (now_played->part##_n)
#define TABLE_BITS (now_played->table_bits)
#define BYTE_US (now_played->byte_us)
#define STATE(part) STATE_##part
#define STATE_level_zeros (now_played->level_zero_states)
#define STATE_gates (now_played->gate_states)
#define STATE_controls (now_played->control_states)
#define STATE_switched (now_played->switched_states)
#define STATE_touch_banks (now_played->touch_bank_states)
#define STATE_touches (now_played->touch_states)
#define STATE_strike_zeros (now_played->strike_zero_states)
#define STATE_strikes (now_played->strike_states)
#define STATE_contacts (now_played->contact_states)
#define STATE_note_lanes (now_played->note_lane_states)
#define STATE_choices (now_played->choice_states)
#define STATE_engine (*now_played->engine_state)

/* Everything is compiled in. */
#define CHEIR_switched 1
#define CHEIR_touch_banks 1
#define CHEIR_strike_banks 1
#define CHEIR_contacts 1
#define CHEIR_choices 1
#define CHEIR_level_velocities 1
#define CHEIR_pressure 1
#define CHEIR_coarse 1
#define CHEIR_fine 1
#define CHEIR_tables 1

#endif

/* Reads a field of the image, wherever it lies. */
#if defined(__AVR__) && !CHEIR_SETTABLE
#define U8(field) pgm_read_byte(&(field))
#define U16(field) pgm_read_word(&(field))
#else
#define U8(field) (field)
#define U16(field) (field)
#endif
#define TABLE16(entry) U16(entry)

/*
 * On a small chip the loops are fast only while they fit the registers: what is rarely needed is kept out of line.
 */
#if defined(__GNUC__)
#define OUT_OF_LINE __attribute__((noinline))
#else
#define OUT_OF_LINE
#endif

/* What holds for few lanes of a scan: the others are passed over without a jump. */
#if defined(__GNUC__)
#define SELDOM(x) __builtin_expect((x) != 0, 0)
#else
#define SELDOM(x) (x)
#endif

/* The frame at hand. */
static uint16_t now_t;
static uint16_t now_slow;
static const uint16_t *now_counts;
static uint8_t *now_out;

/* Whether a time has come, which is less than half a turn away. */
static inline uint8_t has_come(uint16_t until)
{
    return (uint16_t)(now_t - until) < 0x8000u;
}

#endif
