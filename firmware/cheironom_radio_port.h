/*
 * MIDI over a low-energy radio as a port like a serial one. C++ for a Wiring-style sketch, which includes it once. The radio
 * itself is each board's own library's: write the three functions below in your sketch, as README shows.
 */
#ifndef CHEIRONOM_RADIO_PORT_H
#define CHEIRONOM_RADIO_PORT_H

#include "cheironom_radio.h"
#include "cheironom_wait.h"

/* Begins the radio: the service and its characteristic (README), so that a computer or a telephone finds it. */
extern "C" void cheir_radio_begin();
/* Sends a packet as a notification. Returns 0 where it was not taken, or nobody is connected: it is offered again. */
extern "C" uint8_t cheir_radio_send(const uint8_t *packet, uint8_t n);
/* Gives a packet that was written to the characteristic, to CHEIR_RADIO_PACKET bytes, and its length; 0 where there is none. */
extern "C" uint8_t cheir_radio_receive(uint8_t *packet);

class RadioPort
{
    cheir_message going_out;
    cheir_radio packet;
    cheir_radio_in coming_in;
    uint8_t came[CHEIR_RADIO_PACKET];
    uint8_t has, at;
    /* Whether the byte at hand is MIDI and was not read yet. */
    bool is_ready;
    bool in_vain;

    bool send()
    {
        if (packet.n > 0 && cheir_radio_send(packet.bytes, packet.n)) packet.n = 0;
        return packet.n == 0;
    }

public:
    void begin(long)
    {
        static bool has_begun = false;
        if (!has_begun) cheir_radio_begin();
        has_begun = true;
        going_out = cheir_message();
        packet = cheir_radio();
        has = at = 0;
        is_ready = in_vain = false;
    }
    /* What waits goes as soon as the radio takes it; meanwhile more comes into the same packet. */
    int availableForWrite()
    {
        if (send()) return 1;
        return cheir_radio_has_room(&packet, now_ms()) ? 1 : 0;
    }
    /* What nobody takes is lost. */
    size_t write(const uint8_t *bytes, size_t n)
    {
        const uint8_t *whole;
        for (size_t i = 0; i < n; i++) {
            uint8_t length = cheir_message_byte(&going_out, bytes[i], &whole);
            if (length > 0 && wait_until_takes(*this, in_vain)) cheir_radio_put(&packet, now_ms(), whole, length);
        }
        send();
        return n;
    }
    int available()
    {
        while (!is_ready) {
            for (; at < has && !is_ready; at++) is_ready = cheir_radio_is_midi(&coming_in, came[at], at == 0);
            if (is_ready) break;
            has = cheir_radio_receive(came);
            at = 0;
            if (has == 0) return 0;
        }
        return 1;
    }
    int read()
    {
        if (available() == 0) return -1;
        is_ready = false;
        return came[at - 1];
    }
};
static RadioPort radio_port;

#endif
