/*
 * Just enough of the common Wiring-style world to compile and run a sketch, as four classes of board have it. What a
 * class lacks is not declared, so that a sketch that names it does not compile. (Names of ports and pins from memory of
 * the common board packages, no source.)
 *   WIRING_SMALL  8 bits, one port, six analogue pins
 *   WIRING_USB    8 bits, native USB and one port, twelve analogue pins
 *   WIRING_LARGE  8 bits, four ports, sixteen analogue pins
 *   WIRING_WIDE   32 bits, a converter whose bits can be set, two ports
 */
#include <stddef.h>
#include <stdint.h>

#define HIGH 1
#define LOW 0
#define OUTPUT 1
#define INPUT 0
#define INPUT_PULLUP 2
#define CHANGE 1
#define LED_BUILTIN 13
#define MSBFIRST 1

#if defined(WIRING_SMALL)
enum { A0 = 14, A1, A2, A3, A4, A5 };
#define NUM_ANALOG_INPUTS 6
#define SERIAL_PORT_MONITOR Serial
#define SERIAL_PORT_HARDWARE Serial
#define WIRING_PORTS Serial
#elif defined(WIRING_USB)
enum { A0 = 18, A1, A2, A3, A4, A5, A6, A7, A8, A9, A10, A11 };
#define NUM_ANALOG_INPUTS 12
#define SERIAL_PORT_MONITOR Serial
#define SERIAL_PORT_USBVIRTUAL Serial
#define SERIAL_PORT_HARDWARE Serial1
#define SERIAL_PORT_HARDWARE_OPEN Serial1
#define WIRING_PORTS Serial, Serial1
#elif defined(WIRING_LARGE)
enum { A0 = 54, A1, A2, A3, A4, A5, A6, A7, A8, A9, A10, A11, A12, A13, A14, A15 };
#define NUM_ANALOG_INPUTS 16
#define SERIAL_PORT_MONITOR Serial
#define SERIAL_PORT_HARDWARE Serial
#define SERIAL_PORT_HARDWARE_OPEN Serial1
#define WIRING_PORTS Serial, Serial1, Serial2, Serial3
#else
enum { A0 = 14, A1, A2, A3, A4, A5, A6, A7, A8, A9 };
#define WIRING_PORTS Serial, Serial1
#endif

#if defined(__AVR__)
#define WIRING_STATE volatile
#else
#define WIRING_STATE
#endif

static WIRING_STATE uint32_t wiring_us = 0;
/* Time that one conversion takes, us. */
static WIRING_STATE uint32_t wiring_read_us = 100;
/* Bytes written so far, when the last were, and the longest time between two writes after the first, us. */
static WIRING_STATE uint32_t wiring_bytes = 0;
static WIRING_STATE uint32_t wiring_written_us = 0;
static WIRING_STATE uint32_t wiring_silent_us = 0;

void setup();
void loop();
/* What a pin reads at a time; the test gives it. */
int wiring_signal(uint8_t pin, uint32_t us);

static inline uint32_t micros()
{
    wiring_us = wiring_us + 4;
    return wiring_us;
}

static inline uint32_t millis() { return wiring_us / 1000; }
static inline void delay(uint32_t ms) { wiring_us = wiring_us + 1000 * ms; }
static inline void delayMicroseconds(uint32_t us) { wiring_us = wiring_us + us; }

static inline int analogRead(uint8_t pin)
{
    wiring_us = wiring_us + wiring_read_us;
    return wiring_signal(pin, wiring_us);
}

#if !defined(__AVR__) && !defined(WIRING_SMALL) && !defined(WIRING_USB) && !defined(WIRING_LARGE)
static inline void analogReadResolution(int) {}
static inline int touchRead(uint8_t) { return 1000; }
#endif

/* What a test wires to the pins: it says what they read, by which of them are driven, and high or low. */
#if defined(WIRING_WIRED)
static uint8_t wiring_driven[256], wiring_high[256];
int wiring_contact(uint8_t pin);
static inline void pinMode(uint8_t pin, uint8_t mode) { wiring_driven[pin] = mode == OUTPUT; }
static inline void digitalWrite(uint8_t pin, uint8_t level) { wiring_high[pin] = level; }
static inline int digitalRead(uint8_t pin) { return wiring_contact(pin); }
#else
static inline void pinMode(uint8_t, uint8_t) {}
static inline void digitalWrite(uint8_t, uint8_t) {}
static inline int digitalRead(uint8_t) { return HIGH; }
#endif

/* What is shifted out, and what a pin is dimmed to; the test sees it. About as long as on an 8-bit chip of 16 MHz. */
#if defined(WIRING_LIT)
void wiring_shifted(uint8_t data, uint8_t clock, uint8_t byte);
void wiring_dimmed(uint8_t pin, int level);
static inline void shiftOut(uint8_t data, uint8_t clock, uint8_t, uint8_t byte)
{
    wiring_us = wiring_us + 110;
    wiring_shifted(data, clock, byte);
}
static inline void analogWrite(uint8_t pin, int level) { wiring_dimmed(pin, level); }
#else
static inline void shiftOut(uint8_t, uint8_t, uint8_t, uint8_t) { wiring_us = wiring_us + 110; }
static inline void analogWrite(uint8_t, int) {}
#endif

#if defined(WIRING_HEARD)
void wiring_heard(const uint8_t *bytes, size_t n);
#endif

struct WiringPort {
    /* Bytes that wait on it. */
    const uint8_t *line = 0;
    size_t waiting = 0;
    void begin(long) {}
    int available() { return waiting > 0; }
    int read()
    {
        if (waiting == 0) return -1;
        waiting--;
        return *line++;
    }
    /* What comes on it from now on. */
    void brings(const uint8_t *bytes, size_t n)
    {
        line = bytes;
        waiting = n;
    }
#if defined(WIRING_SAYS_NOTHING)
    int availableForWrite() { return 0; }
#else
    int availableForWrite() { return 64; }
#endif
    size_t write(const uint8_t *bytes, size_t n)
    {
        uint32_t since = wiring_us - wiring_written_us;
        (void)bytes;
        if (n == 0) return 0;
        if (wiring_bytes > 0 && since > wiring_silent_us) wiring_silent_us = since;
        wiring_written_us = wiring_us;
        wiring_bytes = wiring_bytes + (uint32_t)n;
#if defined(WIRING_HEARD)
        if (bytes) wiring_heard(bytes, n);
#endif
        return n;
    }
    template <typename T> void print(T) { write(0, 1); }
    template <typename T> void println(T) { write(0, 1); }
    void println() { write(0, 1); }
};
/* What stays without power; nothing does here, unless the test has a store of its own. */
#if !defined(STORE)
struct WiringStore {
    uint8_t read(int) { return 255; }
    void write(int, uint8_t) {}
    size_t length() { return 4096; }
};
static WiringStore wiring_store;
#define STORE wiring_store
#endif

static WiringPort WIRING_PORTS;

/* Pins that can interrupt, on boards that have some; the test lets them. */
#define NOT_AN_INTERRUPT -1
#if defined(WIRING_SMALL)
#define digitalPinToInterrupt(p) ((p) == 2 ? 0 : (p) == 3 ? 1 : NOT_AN_INTERRUPT)
#else
#define digitalPinToInterrupt(p) (p)
#endif
static void (*wiring_handlers[256])();
static inline void attachInterrupt(int pin, void (*handler)(), int) { wiring_handlers[(uint8_t)pin] = handler; }
