/*
 * Runs the runtime on the host: reads operations from stdin, writes what was sent to stdout. programs.h is generated.
 * In:  u16 program, then any number of { u8 0, u32 t_us, u16 count * columns } (a frame), { u8 1 } (silence),
 *      { u8 2, u32 t_us, u8 contact, u8 closed } (an edge), { u8 3, u16 n, n bytes } (a change to the settings of a dump) or
 *      { u8 4 } (asks for the settings), { u8 5 } (ends all), u8 255.
 * Out: for every operation that sent something: u32 operation number, u16 length, bytes; at the end the number 2^32 - 1, a
 *      length, and the state as it lies in memory. All little-endian.
 * Beside cheironom_config.h it runs that one instrument, as a board does: its lists are arrays, and its state cannot be reached.
 */
#include <stdio.h>
#include <stdlib.h>

#include "cheironom.h"
#if defined(CHEIR_ONE_INSTRUMENT)
#include "instrument.h"
typedef struct { uint16_t columns, room; } harness_program;
#define HARNESS_PROGRAMS 1
static const harness_program harness_programs[1] = {{INSTRUMENT_COLUMNS, HARNESS_ROOM}};
#else
#include "programs.h"
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
/* The parts of a state in the layout's order. Measures them, and writes them too where `writes`. */
static size_t put_state(const cheir_instrument *p, int writes)
{
    size_t n = 0;
#define PART(states, entries) \
    n += sizeof(*p->states) * (entries); \
    if (writes) fwrite(p->states, sizeof(*p->states), (entries), stdout)
    PART(level_zero_states, p->levels_n);
    PART(gate_states, p->gates_n);
    PART(control_states, p->controls_n);
    PART(switched_states, p->switched_n);
    PART(touch_bank_states, p->touch_banks_n);
    PART(touch_states, p->touches_n);
    PART(strike_zero_states, p->strikes_n);
    PART(strike_states, p->strikes_n);
    PART(contact_states, p->contacts_n);
    PART(note_lane_states, p->note_lanes_n);
    PART(choice_states, p->choices_n);
    PART(engine_state, 1);
#undef PART
    return n;
}
#endif

static void play(const harness_program *p, uint8_t *out, uint16_t *counts)
{
    uint32_t operation;
#if !defined(CHEIR_ONE_INSTRUMENT)
    cheir_use(p->instrument);
#endif
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
        } else if (op == 5) {
            put(operation, out, cheir_end_all(out));
        } else if (op == 4) {
            put(operation, out, cheir_give_settings(out));
        } else {
            uint32_t t = u32();
            uint16_t c;
            for (c = 0; c < p->columns; c++) counts[c] = u16();
            put(operation, out, cheir_frame(t, counts, out));
        }
    }
#if defined(CHEIR_ONE_INSTRUMENT)
    put_head(0xfffffffful, 0);
#else
    put_head(0xfffffffful, put_state(p->instrument, 0));
    put_state(p->instrument, 1);
#endif
}

int main(void)
{
    uint16_t n = u16();
    uint8_t *out;
    uint16_t *counts;
    if (n >= HARNESS_PROGRAMS) return 3;
    out = malloc(harness_programs[n].room);
    counts = malloc(sizeof(uint16_t) * (harness_programs[n].columns + 1u));
    if (!out || !counts) return 4;
    play(&harness_programs[n], out, counts);
    free(counts);
    free(out);
    return 0;
}
