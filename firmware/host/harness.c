/*
 * Runs the runtime on the host: reads an instrument and operations from stdin, writes what was sent to stdout.
 * In:  an instrument (src/core/exchange/harness.ts), then any number of { u8 0, u32 t_us, u16 count * columns } (a frame),
 *      { u8 1 } (silence), { u8 2, u32 t_us, u8 contact, u8 closed } (an edge), { u8 3, u16 n, n bytes } (a change to the settings
 *      of a dump), { u8 4 } (asks for the settings), { u8 5 } (ends all), { u8 6, u8 scene }, { u8 7, u32 t_us, u8 port, u8 byte } (a byte
 *      that came in), { u8 8, u32 t_us, u16 lights } (so many lights are looked at: three bytes each), u8 255.
 * Out: for every operation that sent something: u32 operation number, u16 length, bytes; at the end the number 2^32 - 1, a
 *      length, and the state as it lies in memory. All little-endian.
 * Beside cheironom_config.h it runs that one instrument, as a board does: none is read, and its state cannot be reached.
 */
#include <stdio.h>
#include <stdlib.h>

#include "cheironom.h"
#if defined(CHEIR_ONE_INSTRUMENT)
#include "instrument.h"
#endif

static int byte(void)
{
    int c = getchar();
    if (c == EOF) exit(2);
    return c;
}

static uint16_t u16(void)
{
    uint16_t low = (uint16_t)byte();
    return (uint16_t)(low | ((uint16_t)byte() << 8));
}

static uint32_t u32(void)
{
    uint32_t low = u16();
    return low | ((uint32_t)u16() << 16);
}

static void put_head(uint32_t operation, size_t n)
{
    int i;
    for (i = 0; i < 4; i++) putchar((int)((operation >> (8 * i)) & 0xffu));
    putchar((int)(n & 0xff));
    putchar((int)(n >> 8));
}

static void put(uint32_t operation, const uint8_t *bytes, uint16_t n)
{
    if (n == 0) return;
    put_head(operation, n);
    fwrite(bytes, 1, n, stdout);
}

#if !defined(CHEIR_ONE_INSTRUMENT)
/* Everything that was made, freed at the end. */
static void *made[128];
static unsigned made_n;

static void *make(size_t entries, size_t size)
{
    void *at = calloc(entries > 0 ? entries : 1, size);
    if (!at || made_n == sizeof made / sizeof *made) exit(4);
    made[made_n++] = at;
    return at;
}

static void read_rows(void *to, size_t size, size_t entries)
{
    if (fread(to, size, entries, stdin) != entries) exit(2);
}

static uint16_t *read_words(uint16_t *n, uint16_t *room)
{
    uint16_t *words;
    *n = u16();
    *room = u16();
    words = make(*room > *n ? *room : *n, sizeof *words);
    read_rows(words, sizeof *words, *n);
    return words;
}

/* Its structs lie as the layout says, and this machine is little-endian: they are read as they are. */
static void read_instrument(cheir_instrument *p)
{
#define READ_PART(part, record)                                      \
    p->part##_n = (uint8_t)u16();                                    \
    p->image.part = make(p->part##_n, sizeof(cheir_##record));       \
    read_rows(p->image.part, sizeof(cheir_##record), p->part##_n);
    CHEIR_PARTS(READ_PART)
    p->image.tables = read_words(&p->tables_n, &p->tables_room);
    p->image.stairs = read_words(&p->stairs_n, &p->stairs_room);
    p->structure = u32();
    p->byte_us = u16();
    p->table_bits = (uint8_t)byte();
#define READ_COUNT(count) p->count##_n = (uint8_t)byte();
    CHEIR_COUNTS(READ_COUNT)
    p->state = make(1, sizeof *p->state);
#define MAKE_STATE(states, record, counted) p->state->states = make(p->counted##_n, sizeof(cheir_##record));
    CHEIR_STATES(MAKE_STATE)
}

/* The parts of a state in the layout's order. Measures them, and writes them too where `writes`. */
static size_t put_state(const cheir_instrument *p, int writes)
{
    size_t n = 0;
#define PUT_STATE(states, record, counted)                           \
    n += sizeof(cheir_##record) * p->counted##_n;                    \
    if (writes) fwrite(p->state->states, sizeof(cheir_##record), p->counted##_n, stdout);
    CHEIR_STATES(PUT_STATE)
    if (writes) fwrite(&p->state->engine, sizeof p->state->engine, 1, stdout);
    return n + sizeof p->state->engine;
}
#endif

static void play(uint16_t columns, uint8_t *out, uint16_t *counts)
{
    uint32_t operation;
    cheir_start();
    for (operation = 0;; operation++) {
        int op = byte();
        if (op == 255) break;
        if (op == 1) {
            put(operation, out, cheir_silence(out));
        } else if (op == 2) {
            uint32_t t = u32();
            uint8_t contact = (uint8_t)byte();
            put(operation, out, cheir_edge(t, contact, (uint8_t)byte(), out));
        } else if (op == 3) {
            uint16_t i, n = u16();
            for (i = 0; i < n; i++) out[i] = (uint8_t)byte();
            if (cheir_change(out, n) != CHEIR_ANSWER_TAKEN) exit(5);
        } else if (op == 6) {
            put(operation, out, cheir_scene((uint8_t)byte(), out));
        } else if (op == 7) {
            uint32_t t = u32();
            uint8_t port = (uint8_t)byte();
            put(operation, out, cheir_byte(t, port, (uint8_t)byte(), out));
        } else if (op == 8) {
            uint8_t colour[3] = {0, 0, 0};
            uint16_t light, lights;
#if CHEIR_shows
            cheir_look_at_lights(u32());
#else
            (void)u32();
#endif
            lights = u16();
            put_head(operation, 3u * lights);
            for (light = 0; light < lights; light++) {
#if CHEIR_shows
                cheir_colour(light, colour);
#endif
                fwrite(colour, 1, sizeof colour, stdout);
            }
        } else if (op == 5) {
            put(operation, out, cheir_end_all(out));
        } else if (op == 4) {
            put(operation, out, cheir_give_settings(out));
        } else {
            uint32_t t = u32();
            uint16_t c;
            for (c = 0; c < columns; c++) counts[c] = u16();
            put(operation, out, cheir_frame(t, counts, out));
#if CHEIR_learns
            (void)cheir_learnt();
#endif
        }
    }
}

int main(void)
{
    uint8_t *out;
    uint16_t *counts, columns;
    size_t room;
#if defined(CHEIR_ONE_INSTRUMENT)
    columns = INSTRUMENT_COLUMNS;
    room = HARNESS_ROOM;
#else
    static cheir_instrument instrument;
    read_instrument(&instrument);
    columns = u16();
    room = u32();
    cheir_use(&instrument);
#endif
    out = malloc(room);
    counts = malloc(sizeof(uint16_t) * (columns + 256u));
    if (!out || !counts) return 4;
    play(columns, out, counts);
#if defined(CHEIR_ONE_INSTRUMENT)
    put_head(0xfffffffful, 0);
#else
    put_head(0xfffffffful, put_state(&instrument, 0));
    put_state(&instrument, 1);
    while (made_n > 0) free(made[--made_n]);
#endif
    free(counts);
    free(out);
    return 0;
}
