/*
 * MIDI as USB event packets: Universal Serial Bus Device Class Definition for MIDI Devices 1.0, section 4 and table 4-1. A packet
 * is four bytes: cable number (0) and code index number, then up to three bytes of MIDI. Plain C99 and no memory of its own.
 */
#ifndef CHEIRONOM_USB_H
#define CHEIRONOM_USB_H

#include "cheironom_message.h"

#ifdef __cplusplus
extern "C" {
#endif

#define CHEIR_USB_PACKET 4u

/* The code index number of n whole bytes. */
static inline uint8_t cheir_usb_code(const uint8_t *whole, uint8_t n)
{
    if (whole[0] >= 0x80u && whole[0] < 0xf0u) return (uint8_t)(whole[0] >> 4);
    if (whole[0] >= 0xf8u) return 0x0fu;
    /* A SysEx that ends with its first, second or third byte here; system common of one byte is as the first. */
    if (whole[n - 1u] == 0xf7u) return (uint8_t)(0x04u + n);
    if (whole[0] < 0x80u || whole[0] == 0xf0u) return 0x04u;
    return n == 1u ? 0x05u : n;
}

/* Takes a byte of MIDI. Returns 1 where a packet is whole with it. */
static inline uint8_t cheir_usb_byte(cheir_message *in, uint8_t byte, uint8_t packet[CHEIR_USB_PACKET])
{
    const uint8_t *whole;
    uint8_t i, n = cheir_message_byte(in, byte, &whole);
    if (n == 0) return 0;
    packet[0] = cheir_usb_code(whole, n);
    for (i = 0; i < 3u; i++) packet[i + 1u] = i < n ? whole[i] : (uint8_t)0;
    return 1;
}

/* Bytes of MIDI in a packet that has come, from its second on; 0 for codes that are kept for later. */
static inline uint8_t cheir_usb_length(const uint8_t packet[CHEIR_USB_PACKET])
{
    static const uint8_t lengths[16] = {0, 0, 2, 3, 3, 1, 2, 3, 3, 3, 3, 3, 2, 2, 3, 1};
    return lengths[packet[0] & 0x0fu];
}

#ifdef __cplusplus
}
#endif

#endif
