/*
 * MIDI as packets of a low-energy radio: Specification for MIDI over Bluetooth Low Energy 1.0 (RP-052). A packet begins with a
 * header, the six high bits of a time in ms; each message has a byte with its seven low ones before it, unless it runs on at the
 * same time; a SysEx that goes on in a further packet has only a header there. Plain C99 and no memory of its own.
 */
#ifndef CHEIRONOM_RADIO_H
#define CHEIRONOM_RADIO_H

#include "cheironom_message.h"

#ifdef __cplusplus
extern "C" {
#endif

/* What every receiver takes at once: the smallest ATT_MTU, 23, less three bytes (Core Specification 5, volume 3, part F, 3.4.7). */
#define CHEIR_RADIO_PACKET 20u
/* The most that three bytes become in a packet: a SysEx that begins and ends with them has two times. */
#define CHEIR_RADIO_MOST 5u

/* What goes out. Begin with all of it 0. */
typedef struct {
    uint8_t bytes[CHEIR_RADIO_PACKET];
    uint8_t n;
    /* Of the last message in this packet, where the next may run on; 0 where it may not. */
    uint8_t running;
    /* Whether a time stands in it after its header. */
    uint8_t timed;
    /* The first time that it tells, and that of its last message, ms. */
    uint16_t first_ms;
    uint16_t last_ms;
} cheir_radio;

/* Whether three more bytes have room in the packet at hand, and a time that it can tell. */
static inline uint8_t cheir_radio_has_room(const cheir_radio *out, uint16_t now_ms)
{
    if (out->n == 0) return 1;
    if (out->n + CHEIR_RADIO_MOST > CHEIR_RADIO_PACKET) return 0;
    /* A time whose low bits are less than those before it is 128 later; the first one has the header's high bits. */
    return out->timed ? (uint16_t)(now_ms - out->first_ms) < 128u : (uint16_t)(now_ms ^ out->first_ms) < 128u;
}

static inline void cheir_radio_time(cheir_radio *out, uint16_t now_ms)
{
    out->bytes[out->n++] = (uint8_t)(0x80u | (now_ms & 0x7fu));
    if (!out->timed) out->first_ms = now_ms;
    out->timed = 1;
}

/* Puts n whole bytes (cheir_message_byte) into the packet, which has room. */
static inline void cheir_radio_put(cheir_radio *out, uint16_t now_ms, const uint8_t *whole, uint8_t n)
{
    uint8_t i, goes_on = whole[0] < 0x80u, is_new = out->n == 0;
    if (is_new) {
        out->bytes[out->n++] = (uint8_t)(0x80u | ((now_ms >> 7) & 0x3fu));
        out->running = out->timed = 0;
        out->first_ms = now_ms;
    }
    if (whole[0] < 0xf0u && whole[0] >= 0x80u) {
        if (whole[0] != out->running || now_ms != out->last_ms) cheir_radio_time(out, now_ms);
        for (i = whole[0] == out->running; i < n; i++) out->bytes[out->n++] = whole[i];
        out->running = whole[0];
    } else {
        /* Data of a SysEx go on without a time; its end has one. */
        for (i = 0; i < n; i++) {
            if (whole[i] == 0xf7u || (i == 0 && !goes_on)) cheir_radio_time(out, now_ms);
            out->bytes[out->n++] = whole[i];
        }
        out->running = 0;
    }
    out->last_ms = now_ms;
}

/* What comes in. Begin with {0, 0}. */
typedef struct {
    /* Whether the packet's header has come; whether a byte above 0x7f is a time now. */
    uint8_t begun;
    uint8_t timed;
} cheir_radio_in;

/* Whether a byte of a packet is one of MIDI; `first` for the packet's first. Running status passes as it is. */
static inline uint8_t cheir_radio_is_midi(cheir_radio_in *in, uint8_t byte, uint8_t first)
{
    if (first) {
        in->begun = byte >= 0x80u;
        in->timed = 1;
        return 0;
    }
    if (!in->begun) return 0;
    if (byte < 0x80u) {
        in->timed = 1;
        return 1;
    }
    /* A time comes before each status, so that of two such bytes the second is the status. */
    if (in->timed) {
        in->timed = 0;
        return 0;
    }
    in->timed = 1;
    return 1;
}

#ifdef __cplusplus
}
#endif

#endif
