/*
 * What the application says to a board, as system exclusive messages: docs/formats.md, "On the line". F0 7D 43 68, what it is
 * (CHEIR_SYSEX_…), data, F7: nothing else on a line means anything, whoever else sends there. Plain
 * C99 and no memory of its own; include it where it is used. src/core/exchange/settings-sysex.ts is the same.
 */
#ifndef CHEIRONOM_SYSEX_H
#define CHEIRONOM_SYSEX_H

#include <stdint.h>

#include "cheironom_layout.h"

#ifdef __cplusplus
extern "C" {
#endif

/* Bytes before the data. */
#define CHEIR_SYSEX_HEAD 5u
/* A message whose next byte is later than this has been cut, ms. */
#define CHEIR_SYSEX_PAUSE_MS 200u

/* A message that comes in. Begin with {0, 0, 0, 0, 0}. */
typedef struct {
    /* Bytes of it so far, 0 outside of one; bytes of the dump that it has brought. */
    uint16_t at;
    uint16_t n;
    uint8_t kind;
    /* The highest bits of the seven bytes at hand; of a command, its letter. */
    uint8_t high;
    /* When its last byte came, ms modulo 2^16. */
    uint16_t last_ms;
} cheir_sysex;

/*
 * Takes one byte from the line. Real-time messages may come in between; whatever is no message of these is passed over, from
 * its F0 to its F7. Returns the kind of a message that this byte ends, 0 for none; a settings message has brought `in->n` bytes
 * to `dump`, more than `room` where there were too many.
 */
static inline uint8_t cheir_sysex_byte(cheir_sysex *in, uint8_t byte, uint16_t now_ms, uint8_t *dump, uint16_t room)
{
    static const uint8_t head[CHEIR_SYSEX_HEAD - 1] = {0xf0, 0x7d, 0x43, 0x68};
    uint8_t place;
    if (byte >= 0xf8u) return 0;
    if ((uint16_t)(now_ms - in->last_ms) > CHEIR_SYSEX_PAUSE_MS) in->at = 0;
    in->last_ms = now_ms;
    if (byte == 0xf7u) {
        uint8_t kind = in->at >= CHEIR_SYSEX_HEAD ? in->kind : (uint8_t)0;
        in->at = 0;
        return kind;
    }
    if (byte == 0xf0u) {
        in->at = in->n = 0;
        in->high = 0;
    } else if (byte >= 0x80u || in->at == 0) {
        in->at = 0;
        return 0;
    }
    if (in->at < CHEIR_SYSEX_HEAD - 1u) {
        in->at = byte == head[in->at] ? (uint16_t)(in->at + 1u) : 0;
        return 0;
    }
    if (in->at == CHEIR_SYSEX_HEAD - 1u) {
        in->kind = byte;
        in->at++;
        return 0;
    }
    place = (uint8_t)((in->at - CHEIR_SYSEX_HEAD) & 7u);
    /* At its end it would begin anew at 0: eight further back it goes on as before. */
    in->at = (uint16_t)(in->at == 0xffffu ? 0xfff8u : in->at + 1u);
    if (place == 0) in->high = byte;
    else {
        if (in->n < room) dump[in->n] = (uint8_t)(byte | ((in->high >> (place - 1u)) << 7));
        if (in->n <= room) in->n++;
    }
    return 0;
}

/* A message that goes out. */
typedef struct {
    const uint8_t *dump;
    uint16_t n;
    uint16_t at;
    uint8_t kind;
    uint8_t place;
} cheir_sysex_out;

/* The next byte of a message that carries a dump of `n` bytes. Begin with {dump, n, 0, kind, 0}; 0xf7 is the last. */
static inline uint8_t cheir_sysex_next(cheir_sysex_out *out)
{
    static const uint8_t head[CHEIR_SYSEX_HEAD - 1] = {0xf0, 0x7d, 0x43, 0x68};
    uint8_t i, high = 0;
    if (out->place < CHEIR_SYSEX_HEAD - 1u) return head[out->place++];
    if (out->place == CHEIR_SYSEX_HEAD - 1u) {
        out->place++;
        return out->kind;
    }
    if (out->place == CHEIR_SYSEX_HEAD) {
        if (out->at == out->n) return 0xf7u;
        for (i = 0; i < 7u && out->at + i < out->n; i++) high = (uint8_t)(high | ((out->dump[out->at + i] >> 7) << i));
        out->place++;
        return high;
    }
    i = (uint8_t)(out->dump[out->at++] & 0x7fu);
    out->place = out->place == CHEIR_SYSEX_HEAD + 7u || out->at == out->n ? CHEIR_SYSEX_HEAD : (uint8_t)(out->place + 1u);
    return i;
}

#ifdef __cplusplus
}
#endif

#endif
