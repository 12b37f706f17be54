/*
 * Several ways out at once: MIDI_PORT, ALSO_PORT and, where it is defined, THIRD_PORT. One that takes nothing for STUCK_MS is passed
 * over, so that it never holds up the others; when it takes again, what its receiver may hold ends. Part of cheironom_port.h.
 */
#ifndef CHEIRONOM_WAYS_OUT_H
#define CHEIRONOM_WAYS_OUT_H

template <typename Port> struct WayOut {
    Port &port;
    /* Whether it has ever said how much it takes; whether it takes nothing now, since when; whether it is passed over. */
    bool says, waits, is_passed;
    uint16_t since_ms;

    /* Whether it need not be waited for. */
    bool is_ready()
    {
        if (port.availableForWrite() > 0) {
            if (is_passed) dropped = 1;
            says = true;
            waits = is_passed = false;
            return true;
        }
        if (!says || is_passed) return true;
        if (!waits) since_ms = now_ms();
        waits = true;
        if ((uint16_t)(now_ms() - since_ms) > STUCK_MS) {
            is_passed = true;
            times_dropped++;
        }
        return is_passed;
    }
    void send(uint8_t byte)
    {
        if (!is_passed) port.write(&byte, 1);
    }
};
template <typename Port> static WayOut<Port> way_out(Port &port)
{
    return WayOut<Port>{port, false, false, false, 0};
}

static auto first_way = way_out(MIDI_PORT);
static auto second_way = way_out(ALSO_PORT);
#if defined(THIRD_PORT)
static auto third_way = way_out(THIRD_PORT);
#endif

static bool port_takes()
{
    bool first = first_way.is_ready(), second = second_way.is_ready();
#if defined(THIRD_PORT)
    second = third_way.is_ready() && second;
#endif
    return first && second;
}

static void send_byte(uint8_t byte)
{
    first_way.send(byte);
    second_way.send(byte);
#if defined(THIRD_PORT)
    third_way.send(byte);
#endif
}

#endif
