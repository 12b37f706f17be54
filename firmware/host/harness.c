/*
 * Runs the runtime on the host: reads operations from stdin, writes what was sent to stdout. programs.h is generated.
 * In:  u16 program, then any number of { u8 0, u32 t_us, u16 count * columns } (a frame) or { u8 1 } (silence), u8 255.
 * Out: for every operation that sent something: u32 operation number, u16 length, bytes. All little-endian.
 */
#include <stdio.h>
#include <stdlib.h>

#include "programs.h"

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

static void put(uint32_t operation, const uint8_t *bytes, uint16_t n)
{
    int i;
    if (n == 0) return;
    for (i = 0; i < 4; i++) putchar((int)((operation >> (8 * i)) & 0xffu));
    putchar(n & 0xff);
    putchar(n >> 8);
    for (i = 0; i < n; i++) putchar(bytes[i]);
}

int main(void)
{
    uint16_t n = u16();
    uint32_t operation;
    const harness_program *p;
    if (n >= HARNESS_PROGRAMS) return 3;
    p = &harness_programs[n];
    {
        uint8_t *out = malloc(p->max_bytes);
        uint16_t *counts = malloc(sizeof(uint16_t) * p->columns);
        if (!out || !counts) return 4;
        cheir_start(p->program, p->state);
        for (operation = 0;; operation++) {
            int op = byte();
            if (op == 255) break;
            if (op == 1) {
                put(operation, out, cheir_silence(p->program, p->state, out));
            } else {
                uint32_t t = u32();
                uint16_t c;
                for (c = 0; c < p->columns; c++) counts[c] = u16();
                put(operation, out, cheir_step(p->program, p->state, t, counts, out));
            }
        }
        free(counts);
        free(out);
    }
    return 0;
}
