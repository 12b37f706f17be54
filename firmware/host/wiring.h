/*
 * Just enough of the common Wiring-style world to compile and run a sketch on the host: pins read a ramp, the clock
 * steps by a tenth of a scan each time it is asked, and the ports count what they are given.
 */
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstddef>

enum { A0, A1, A2, A3 };

static uint32_t wiring_us = 0;
static long wiring_bytes = 0;

static inline uint32_t micros() { return wiring_us += 100; }
static inline int analogRead(uint8_t) { return (int)((wiring_us / 100) % 4096); }
static inline void analogReadResolution(int) {}

struct WiringPort {
    void begin(long) {}
    size_t write(const uint8_t *bytes, size_t n)
    {
        (void)bytes;
        wiring_bytes += (long)n;
        return n;
    }
    template <typename T> void print(T) { wiring_bytes++; }
    template <typename T> void println(T) { wiring_bytes++; }
    void println() { wiring_bytes++; }
};
static WiringPort Serial, Serial1;
