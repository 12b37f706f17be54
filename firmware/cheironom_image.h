/* How the runtime reaches image and state. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_IMAGE_H
#define CHEIRONOM_IMAGE_H

#define UNSENT 0xffffu
#define UNSENT7 0xffu
#define NO_NOTE 255u
/* In the channel of a lane's note: another lane can play the same note on the same channel. */
#define SHARED_NOTE 0x10u
/* And: a pool gives it one, and the four bits below say which. */
#define POOLED 0x20u
/* No bend is sent before this note. */
#define NO_BEND 0xffffu
#define NO_TABLE 0xffffu
#define ONE 32768u

#if defined(__GNUC__)
#define UNUSED __attribute__((unused))
#else
#define UNUSED
#endif

/*
 * IMAGE(part): a list of the image. COUNT(part): its length. STATE(part): a list of the state. One instrument has them as arrays of its own, so that every address is a constant.
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

/* C has no empty arrays; those that nothing reads cost no memory. */
#define ROOM(n) ((n) > 0 ? (n) : 1)
#define OWN_STATE(states, record, counted) static UNUSED cheir_##record state_##states[ROOM(CHEIR_##counted)];
CHEIR_STATES(OWN_STATE)
static cheir_engine_state state_engine;

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
#define STATE(part) (now_played->state->part)

/* Everything is compiled in. */
#define CHEIR_pressure 1
#define CHEIR_coarse 1
#define CHEIR_fine 1
#define CHEIR_poly 1
#define CHEIR_bends 1
#define CHEIR_bent 1
#define CHEIR_of_notes 1
#define CHEIR_tables 1

#endif

/* Reads a field of the image, wherever it lies. */
#if defined(__AVR__) && !CHEIR_SETTABLE
#define U8(field) pgm_read_byte(&(field))
#define U16(field) pgm_read_word(&(field))
#define U32(field) pgm_read_dword(&(field))
#else
#define U8(field) (field)
#define U16(field) (field)
#define U32(field) (field)
#endif
#define TABLE16(entry) U16(entry)
/* Reads a constant of the runtime, which lies in program memory where there is one. */
#if defined(__AVR__)
#define CONSTANT16(entry) pgm_read_word(&(entry))
#else
#define CONSTANT16(entry) (entry)
#endif

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

/* What a record does when its settings change, and whether they can be taken, where there is nothing to it. */
#if CHEIR_SETTABLE
#define CHANGES_BY_ITSELF(record)                                                        \
    static inline void record##_changed(uint8_t i, const cheir_##record *before)          \
    {                                                                                    \
        (void)i;                                                                         \
        (void)before;                                                                    \
    }
#define ALWAYS_SOUND(record)                                                                               \
    static inline uint8_t record##_is_sound(const cheir_##record *next, const cheir_##record *now,         \
                                            uint16_t tables, uint16_t stairs)                              \
    {                                                                                                      \
        (void)next, (void)now, (void)tables, (void)stairs;                                                 \
        return 1;                                                                                          \
    }
#else
#define CHANGES_BY_ITSELF(record)
#define ALWAYS_SOUND(record)
#endif

/* The frame at hand. */
static uint16_t now_t;
static uint16_t now_slow;
static uint16_t *now_counts;

#define CHEIR_STEPS (CHEIR_depths || CHEIR_exponentials || CHEIR_one_euros)
#if CHEIR_STEPS
/* The longest time between two frames that is told apart, units of 4 us. */
#define MOST_STEP 0x3fffu
/* Of the frame at hand: units of 4 us since the one before, and when it was. */
static uint16_t now_step;
static uint32_t frame_us;
#endif
static uint8_t *now_out;

/* `since` of a timer that a pause has ended. */
#define LONG_AGO ((uint16_t)(now_t - 0x8000u))

/* Whether what has a mask of scenes lives in the one that plays. */
#if CHEIR_scenes
static OUT_OF_LINE UNUSED uint8_t lives_in(const uint16_t *scenes, uint8_t scene)
{
    return (uint8_t)(U16(scenes[scene >> 4]) >> (scene & 15u)) & 1u;
}
#define LIVES(record) lives_in((record)->scenes, STATE(engine).scene)
#else
#define LIVES(record) 1
#endif

/* Whether a note may begin: it lives in the scene that plays, and no part of it is muted. */
#if CHEIR_modes
#define PLAYS(note) (LIVES(note) && (COUNT(modes) == 0 || !(STATE(modes)[0].muted & U8((note)->parts))))
#else
#define PLAYS(note) LIVES(note)
#endif

#if CHEIR_modes
CHANGES_BY_ITSELF(mode)
ALWAYS_SOUND(mode)
#endif
#if CHEIR_parameters
CHANGES_BY_ITSELF(parameter)
ALWAYS_SOUND(parameter)
#endif
#if CHEIR_scene_starts
CHANGES_BY_ITSELF(scene_start)
ALWAYS_SOUND(scene_start)
#endif

/* Whether a time has come, which is less than half a turn away. */
static inline uint8_t has_come(uint16_t until)
{
    return (uint16_t)(now_t - until) < 0x8000u;
}

#endif
