/*
 * Whole messages out of a stream of MIDI bytes, for ways out that carry messages and not bytes. Plain C99 and no memory of its
 * own; include it where it is used.
 */
#ifndef CHEIRONOM_MESSAGE_H
#define CHEIRONOM_MESSAGE_H

#include <stdint.h>

#ifdef __cplusplus
extern "C" {
#endif

/* What comes in. Begin with {{0, 0, 0}, 0, 0, 0}. */
typedef struct {
    uint8_t bytes[3];
    uint8_t n;
    /* Of the message at hand, or running; 0 for none, 0xf0 within a SysEx. */
    uint8_t status;
    /* A real-time message: it may come within any other. */
    uint8_t real_time;
} cheir_message;

/* Bytes of a message by its status; 0 for what no receiver knows (MIDI 1.0 Detailed Specification, tables I to VI). */
static inline uint8_t cheir_message_length(uint8_t status)
{
    if (status < 0xf0u) return (status & 0xe0u) == 0xc0u ? 2u : 3u;
    if (status == 0xf2u) return 3u;
    if (status == 0xf1u || status == 0xf3u) return 2u;
    return status == 0xf6u || status >= 0xf8u ? 1u : 0u;
}

/*
 * Takes a byte. Returns how many bytes are whole with it, at *whole: a message with its status, or up to three bytes of a SysEx,
 * from its F0 to its F7; 0 while none is. They stay there until the next byte.
 */
static inline uint8_t cheir_message_byte(cheir_message *in, uint8_t byte, const uint8_t **whole)
{
    uint8_t n;
    *whole = in->bytes;
    if (byte >= 0xf8u) {
        in->real_time = byte;
        *whole = &in->real_time;
        return 1;
    }
    if (byte >= 0x80u && !(byte == 0xf7u && in->status == 0xf0u)) {
        in->status = cheir_message_length(byte) == 0 && byte != 0xf0u ? (uint8_t)0 : byte;
        in->n = 0;
    }
    if (in->status == 0) return 0;
    if (in->status == 0xf0u) {
        in->bytes[in->n++] = byte;
        n = in->n;
        if (byte == 0xf7u) in->status = 0;
        if (byte != 0xf7u && n < 3u) return 0;
        in->n = 0;
        return n;
    }
    if (in->n == 0) in->bytes[in->n++] = in->status;
    if (byte < 0x80u) in->bytes[in->n++] = byte;
    n = in->n;
    if (n < cheir_message_length(in->status)) return 0;
    in->n = 0;
    /* Only messages of a channel run on. */
    if (in->status >= 0xf0u) in->status = 0;
    return n;
}

#ifdef __cplusplus
}
#endif

#endif
