/*
 * USB MIDI as a port like a serial one. C++ for a Wiring-style sketch, which includes it once, after USB_MIDI:
 *   1  the object MidiUSB, of the library for boards whose USB their programs share
 *   2  the board's own usbMIDI, chosen as its type of USB
 *   3  yours: write cheir_usb_send and, for what comes in, cheir_usb_receive; the runtime's own, which do nothing, give way
 * (Both conventions from memory, no source.)
 */
#ifndef CHEIRONOM_USB_PORT_H
#define CHEIRONOM_USB_PORT_H

#include "cheironom_usb.h"
#include "cheironom_wait.h"

/* Sends a packet of four bytes. Returns 0 where it was not taken: it is offered again. */
extern "C" uint8_t cheir_usb_send(const uint8_t *packet);
/* Gives a packet that has come. Returns 0 where there is none. */
extern "C" uint8_t cheir_usb_receive(uint8_t *packet);

#if USB_MIDI == 1
#include <MIDIUSB.h>
extern "C" uint8_t cheir_usb_send(const uint8_t *packet)
{
    midiEventPacket_t event = {packet[0], packet[1], packet[2], packet[3]};
    MidiUSB.sendMIDI(event);
    MidiUSB.flush();
    return 1;
}
extern "C" uint8_t cheir_usb_receive(uint8_t *packet)
{
    midiEventPacket_t event = MidiUSB.read();
    packet[0] = event.header;
    packet[1] = event.byte1;
    packet[2] = event.byte2;
    packet[3] = event.byte3;
    return event.header != 0;
}
#elif USB_MIDI == 2
extern "C" uint8_t cheir_usb_send(const uint8_t *packet)
{
    usb_midi_write_packed((uint32_t)packet[0] | (uint32_t)packet[1] << 8 | (uint32_t)packet[2] << 16 |
                          (uint32_t)packet[3] << 24);
    usb_midi_flush_output();
    return 1;
}
extern "C" uint8_t cheir_usb_receive(uint8_t *packet)
{
    uint32_t event = usb_midi_read_message();
    for (uint8_t i = 0; i < CHEIR_USB_PACKET; i++) packet[i] = (uint8_t)(event >> (8 * i));
    return event != 0;
}
#endif

class UsbPort
{
    cheir_message going_out;
    uint8_t packet[CHEIR_USB_PACKET];
    /* Whether the packet waits to be taken. */
    bool waits;
    bool in_vain;
    uint8_t came[CHEIR_USB_PACKET];
    /* Bytes of what came, and of those how many were read. */
    uint8_t has, taken;

public:
    void begin(long)
    {
        going_out = cheir_message();
        waits = in_vain = false;
        has = taken = 0;
    }
    int availableForWrite()
    {
        if (waits) waits = cheir_usb_send(packet) == 0;
        return waits ? 0 : 1;
    }
    /* What nobody takes is lost. */
    size_t write(const uint8_t *bytes, size_t n)
    {
        for (size_t i = 0; i < n; i++)
            if (wait_until_takes(*this, in_vain) && cheir_usb_byte(&going_out, bytes[i], packet)) waits = cheir_usb_send(packet) == 0;
        return n;
    }
    int available()
    {
        if (taken == has && cheir_usb_receive(came)) {
            has = cheir_usb_length(came);
            taken = 0;
        }
        return has - taken;
    }
    int read()
    {
        return available() > 0 ? came[1 + taken++] : -1;
    }
};
static UsbPort usb_port;

#endif
