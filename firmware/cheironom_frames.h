/*
 * Frames and edges as compact packets for the application: docs/formats.md, "On the line". Plain C99 and no memory of its own
 * but a counter; include it where it is used, once. A packet is written to `out`, whose room is CHEIR_PACKET_ROOM of its
 * columns, and its length is returned; the 0 at its end is counted.
 */
#ifndef CHEIRONOM_FRAMES_H
#define CHEIRONOM_FRAMES_H

#include <stdint.h>

#ifdef __cplusplus
extern "C" {
#endif

#define CHEIR_PACKET_FRAME 1u
#define CHEIR_PACKET_EDGE 2u
#define CHEIR_PACKET_WHO 3u
#define CHEIR_PACKET_ANSWER 4u
#define CHEIR_PACKET_HEALTH 5u
#define CHEIR_PACKET_SETTINGS 6u
/* Bytes of settings in one packet. */
#define CHEIR_SETTINGS_AT_ONCE 16u
/* Letters of a digest. */
#define CHEIR_DIGEST_LETTERS 8u
#define CHEIR_PACKET_HEAD 7u
/* Stuffing adds a byte at the front and one for every 254; then comes the 0. */
#define CHEIR_PACKET_ROOM(columns) (CHEIR_PACKET_HEAD + 2u * (columns) + 2u + 5u)

/* Stuffs byte after byte: 0 becomes the distance to the next one. */
typedef struct {
    uint8_t *run;
    uint8_t *at;
    uint16_t crc;
} cheir_packet;

static inline void cheir_packet_begin(cheir_packet *packet, uint8_t *out)
{
    packet->run = out;
    packet->at = out + 1;
    packet->crc = 0xffffu;
}

static inline void cheir_packet_stuff(cheir_packet *packet, uint8_t byte)
{
    if (byte != 0) *packet->at++ = byte;
    if (byte == 0 || packet->at - packet->run == 255) {
        *packet->run = (uint8_t)(packet->at - packet->run);
        packet->run = packet->at++;
    }
}

/* CRC-16 with polynomial 0x1021 from 0xFFFF. */
static inline void cheir_packet_byte(cheir_packet *packet, uint8_t byte)
{
    uint16_t crc = (uint16_t)(packet->crc ^ (uint16_t)((uint16_t)byte << 8));
    uint8_t bit;
    for (bit = 0; bit < 8; bit++) crc = (uint16_t)(crc & 0x8000u ? (uint16_t)(crc << 1) ^ 0x1021u : (uint16_t)(crc << 1));
    packet->crc = crc;
    cheir_packet_stuff(packet, byte);
}

static inline void cheir_packet_head(cheir_packet *packet, uint8_t kind, uint16_t counter, uint32_t t_us)
{
    cheir_packet_byte(packet, kind);
    cheir_packet_byte(packet, (uint8_t)counter);
    cheir_packet_byte(packet, (uint8_t)(counter >> 8));
    cheir_packet_byte(packet, (uint8_t)t_us);
    cheir_packet_byte(packet, (uint8_t)(t_us >> 8));
    cheir_packet_byte(packet, (uint8_t)(t_us >> 16));
    cheir_packet_byte(packet, (uint8_t)(t_us >> 24));
}

static inline uint16_t cheir_packet_end(cheir_packet *packet, const uint8_t *out)
{
    uint16_t crc = packet->crc;
    cheir_packet_stuff(packet, (uint8_t)crc);
    cheir_packet_stuff(packet, (uint8_t)(crc >> 8));
    *packet->run = (uint8_t)(packet->at - packet->run);
    *packet->at++ = 0;
    return (uint16_t)(packet->at - out);
}

/* A frame of so many counts. */
static inline uint16_t cheir_frame_packet(uint16_t counter, uint32_t t_us, const uint16_t *counts, uint8_t columns,
                                          uint8_t *out)
{
    cheir_packet packet;
    uint8_t c;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_FRAME, counter, t_us);
    for (c = 0; c < columns; c++) {
        cheir_packet_byte(&packet, (uint8_t)counts[c]);
        cheir_packet_byte(&packet, (uint8_t)(counts[c] >> 8));
    }
    return cheir_packet_end(&packet, out);
}

/* A contact that has changed; `counter` is that of the next frame. */
static inline uint16_t cheir_edge_packet(uint16_t counter, uint32_t t_us, uint8_t contact, uint8_t closed, uint8_t *out)
{
    cheir_packet packet;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_EDGE, counter, t_us);
    cheir_packet_byte(&packet, contact);
    cheir_packet_byte(&packet, closed);
    return cheir_packet_end(&packet, out);
}

/* Who is on the line: the digest of its instrument, its scans a second, what it has of columns and contacts. Room of six columns. */
static inline uint16_t cheir_who_packet(uint32_t t_us, const char *digest, uint16_t scan_hz, uint8_t columns,
                                        uint8_t contacts, uint8_t *out)
{
    cheir_packet packet;
    uint8_t i;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_WHO, 0, t_us);
    for (i = 0; i < CHEIR_DIGEST_LETTERS; i++) cheir_packet_byte(&packet, (uint8_t)digest[i]);
    cheir_packet_byte(&packet, (uint8_t)scan_hz);
    cheir_packet_byte(&packet, (uint8_t)(scan_hz >> 8));
    cheir_packet_byte(&packet, columns);
    cheir_packet_byte(&packet, contacts);
    return cheir_packet_end(&packet, out);
}

/* What it says to settings that it was sent (CHEIR_ANSWER_…). Room of no column. */
static inline uint16_t cheir_answer_packet(uint32_t t_us, uint8_t says, uint8_t *out)
{
    cheir_packet packet;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_ANSWER, 0, t_us);
    cheir_packet_byte(&packet, says);
    return cheir_packet_end(&packet, out);
}

static inline void cheir_packet_u16(cheir_packet *packet, uint16_t word)
{
    cheir_packet_byte(packet, (uint8_t)word);
    cheir_packet_byte(packet, (uint8_t)(word >> 8));
}

/* What went wrong since it began: scans that came late, times that what waited for a port was dropped, edges that found no room. Room of four columns. */
static inline uint16_t cheir_health_packet(uint32_t t_us, uint32_t overruns, uint16_t dropped, uint16_t missed, uint8_t *out)
{
    cheir_packet packet;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_HEALTH, 0, t_us);
    cheir_packet_u16(&packet, (uint16_t)overruns);
    cheir_packet_u16(&packet, (uint16_t)(overruns >> 16));
    cheir_packet_u16(&packet, dropped);
    cheir_packet_u16(&packet, missed);
    return cheir_packet_end(&packet, out);
}

/* n bytes of its settings, CHEIR_SETTINGS_AT_ONCE at most, from one on, of so many in all. Room of ten columns. */
static inline uint16_t cheir_settings_packet(uint32_t t_us, uint16_t all, uint16_t from, const uint8_t *bytes, uint8_t n,
                                             uint8_t *out)
{
    cheir_packet packet;
    uint8_t i;
    cheir_packet_begin(&packet, out);
    cheir_packet_head(&packet, CHEIR_PACKET_SETTINGS, 0, t_us);
    cheir_packet_u16(&packet, all);
    cheir_packet_u16(&packet, from);
    for (i = 0; i < n; i++) cheir_packet_byte(&packet, bytes[i]);
    return cheir_packet_end(&packet, out);
}

#ifdef __cplusplus
}
#endif

#endif
