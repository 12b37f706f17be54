/* Made from the records, layout.ts and codes.ts of src/core/engine by scripts/make-layout.ts: do not edit. */
#ifndef CHEIRONOM_LAYOUT_H
#define CHEIRONOM_LAYOUT_H

#include <stddef.h>
#include <stdint.h>

enum { CHEIR_ZERO_SILENT = 0, CHEIR_ZERO_AWAKE = 1, CHEIR_ZERO_DONE = 2 };
enum { CHEIR_GATE_CLOSED = 0, CHEIR_GATE_OPEN = 1, CHEIR_GATE_MUTED = 2, CHEIR_GATE_CLOSED_HELD = 3, CHEIR_GATE_OPEN_HELD = 4, CHEIR_GATE_ATTACK_ABOVE = 5, CHEIR_GATE_ATTACK_BELOW = 6 };
enum { CHEIR_TOUCH_UNTOUCHED = 0, CHEIR_TOUCH_TOUCHED = 1, CHEIR_TOUCH_MUTED = 2 };
enum { CHEIR_STRIKE_WAITING = 0, CHEIR_STRIKE_WINDOW = 1, CHEIR_STRIKE_MASKED = 2, CHEIR_STRIKE_SPENT = 3, CHEIR_STRIKE_RINGING = 4 };
enum { CHEIR_PAIR_UP = 0, CHEIR_PAIR_BEGUN = 1, CHEIR_PAIR_SLOW = 2, CHEIR_PAIR_CROSSED = 3, CHEIR_PAIR_SOUNDING = 4, CHEIR_PAIR_LIFTED = 5, CHEIR_PAIR_ENDING = 6, CHEIR_PAIR_RELEASED = 7, CHEIR_PAIR_DELAYED = 8, CHEIR_PAIR_MUTED = 9 };
enum { CHEIR_DEPTH_UP = 0, CHEIR_DEPTH_BEGUN = 1, CHEIR_DEPTH_SLOW = 2, CHEIR_DEPTH_STRUCK = 3, CHEIR_DEPTH_MUTED = 4 };
enum { CHEIR_RIBBON_UNTOUCHED = 0, CHEIR_RIBBON_LANDING = 1, CHEIR_RIBBON_TOUCHED = 2 };
enum { CHEIR_SPEED_STOPPED = 0, CHEIR_SPEED_BEGUN = 1, CHEIR_SPEED_TURNING = 2 };
enum { CHEIR_TONE_SILENT = 0, CHEIR_TONE_BEGUN = 1, CHEIR_TONE_SOUNDS = 2 };
enum { CHEIR_TAKEOVER_FOLLOWS = 0, CHEIR_TAKEOVER_BEGUN = 1, CHEIR_TAKEOVER_BELOW = 2, CHEIR_TAKEOVER_ABOVE = 3, CHEIR_TAKEOVER_SCALES = 4 };
enum { CHEIR_LEARN_IDLE = 0, CHEIR_LEARN_REST = 1, CHEIR_LEARN_PLAY = 2, CHEIR_LEARN_TAKEN = 3, CHEIR_LEARN_REFUSED = 4 };
enum { CHEIR_LIGHT_FREE = 0, CHEIR_LIGHT_OFF = 1, CHEIR_LIGHT_ON = 2 };
enum { CHEIR_BY_JUMP = 0, CHEIR_BY_PICK_UP = 1, CHEIR_BY_SCALE = 2 };
enum { CHEIR_CHOOSES_LAST = 0, CHEIR_CHOOSES_HIGHEST = 1 };
enum { CHEIR_SELECT_PREVIOUS = 254, CHEIR_SELECT_NEXT = 255 };
enum { CHEIR_JOINS_SUM = 0, CHEIR_JOINS_PRODUCT = 1, CHEIR_JOINS_LARGER = 2, CHEIR_JOINS_CROSSFADE = 3 };
enum { CHEIR_DOES_SCENE = 0, CHEIR_DOES_MUTE = 1, CHEIR_DOES_RESET = 2, CHEIR_DOES_SHIFT = 3, CHEIR_DOES_TEMPO = 4, CHEIR_DOES_TRANSPORT = 5, CHEIR_DOES_TAP = 6 };
enum { CHEIR_SHIFT_ZERO = 128, CHEIR_SHIFT_MOST = 60 };
enum { CHEIR_TRANSPORT_START = 0, CHEIR_TRANSPORT_STOP = 1, CHEIR_TRANSPORT_CONTINUE = 2, CHEIR_TRANSPORT_TOGGLE = 3 };
enum { CHEIR_CONTROL_CONTROLLER7 = 0, CHEIR_CONTROL_CONTROLLER14 = 1, CHEIR_CONTROL_PRESSURE = 2, CHEIR_CONTROL_POLY_PRESSURE = 3, CHEIR_CONTROL_BEND = 4, CHEIR_CONTROL_GLIDE = 5, CHEIR_CONTROL_PARAMETER7 = 6, CHEIR_CONTROL_PARAMETER14 = 7, CHEIR_CONTROL_TEMPO = 8, CHEIR_CONTROL_LIGHT = 9 };
enum { CHEIR_SHOWS_BAR = 0, CHEIR_SHOWS_POINT = 1, CHEIR_SHOWS_FADE = 2, CHEIR_SHOWS_FLASH = 3, CHEIR_SHOWS_TURNED = 4, CHEIR_SHOWS_COVERS = 8 };
enum { CHEIR_SCHOOL_FRETTED = 0, CHEIR_SCHOOL_SLIDE = 1, CHEIR_SCHOOL_PULL_IN = 2 };
enum { CHEIR_READS_LEVEL = 0, CHEIR_READS_ABOVE_IS_UP = 1, CHEIR_READS_BELOW_IS_UP = 2, CHEIR_READS_SHARE = 3, CHEIR_READS_PITCH = 4 };
enum { CHEIR_GLIDE_IDLE = 0, CHEIR_GLIDE_SETTLING = 1, CHEIR_GLIDE_SOUNDS = 2, CHEIR_GLIDE_MOVING = 3 };
enum { CHEIR_UNASSIGNED_NEAREST = 0, CHEIR_UNASSIGNED_HOLD = 1, CHEIR_UNASSIGNED_SILENCE = 2 };
enum { CHEIR_FINGERING_RESTS = 0, CHEIR_FINGERING_WAITS = 1, CHEIR_FINGERING_LOOKS = 2 };
enum { CHEIR_PORT_PLAIN = 0, CHEIR_PORT_BEGUN = 1, CHEIR_PORT_PASSES = 2, CHEIR_PORT_DROPPED = 3 };
enum { CHEIR_LETS_CLOCK = 1, CHEIR_LETS_PROGRAMS = 2, CHEIR_LETS_SELECTS = 4 };
enum { CHEIR_SYSEX_SETTINGS = 1, CHEIR_SYSEX_ASKS = 2, CHEIR_SYSEX_ANSWER = 3, CHEIR_SYSEX_COMMAND = 4 };
enum { CHEIR_ANSWER_TAKEN = 0, CHEIR_ANSWER_NO_SETTINGS = 1, CHEIR_ANSWER_OTHER_STRUCTURE = 2, CHEIR_ANSWER_DAMAGED = 3, CHEIR_ANSWER_NO_ROOM = 4, CHEIR_ANSWER_TAKEN_FOR_NOW = 5, CHEIR_ANSWER_BUSY = 6 };

/* X of 0 ... span as a Q15 share without division. */
typedef struct {
    uint16_t span;
    uint16_t factor;
    uint16_t mul;
} cheir_scale;

/* One side of rest; distances in counts; an absent side has 65535 for all three. */
typedef struct {
    cheir_scale scale;
    uint16_t dead;
    uint16_t on;
    uint16_t off;
} cheir_side;

/* A level: a column with a rest and up to two sides; still: the nearer of their ons, 0: its rest is fixed, and not looked at; its gates and controls stand together. */
typedef struct {
    uint16_t rest;
    uint16_t still;
    cheir_side side[2];
    uint8_t column;
    uint8_t gate;
    uint8_t gates;
    uint8_t control;
    uint8_t controls;
    uint8_t pad;
} cheir_level;

/* Rest of a level or a strike lane, and what it finds out at power-up. */
typedef struct {
    uint16_t rest;
    uint16_t median;
    uint16_t first;
    uint8_t looks;
    uint8_t stage;
} cheir_zero_state;

/* Levels whose rest is followed while nobody plays them: by step counts at most in so many sweeps of timers; step 0: it stays. */
typedef struct {
    uint8_t level;
    uint8_t levels;
    uint8_t every;
    uint8_t step;
} cheir_creep;

/* Sweeps: since it was followed last. */
typedef struct {
    uint8_t sweeps;
} cheir_creep_state;

/* Opens and closes with a level, which is this lane of its sensor. */
typedef struct {
    uint16_t window_ticks;
    uint16_t hold_off_ticks;
    cheir_scale attack[2];
    uint8_t level;
    uint8_t column;
    uint8_t side_mask;
    uint8_t listener;
    uint8_t listeners;
    uint8_t lane;
} cheir_gate;

/* Low ... high are the counts among which nothing happens; peak: the count furthest from rest in an attack; column as in the image, where it is read sooner. */
typedef struct {
    uint16_t low;
    uint16_t high;
    uint16_t peak;
    uint16_t since;
    uint8_t stage;
    uint8_t column;
} cheir_gate_state;

/* A level sent as a controller or as channel pressure; curve: where its stairs begin above rest and below it, or at 14 bits its tables; deadband: steps; slack: counts past a step by which it is kept; mirror: what is sent is so much less its value, 0: its value; hold, takeover: which of them, from 1, keeps what it sent, or takes it over; 0 for none; lane: the lane of notes, from 1, whose note it belongs to, on its channel, and next: the next control of that lane, from 1; glide: the one whose bend it is. */
typedef struct {
    uint16_t scenes[2];
    uint16_t from;
    uint16_t span;
    uint16_t interval_ticks;
    uint16_t curve[2];
    uint16_t mirror;
    uint8_t deadband;
    uint8_t slack;
    uint8_t level;
    uint8_t column;
    uint8_t side_mask;
    uint8_t kind;
    uint8_t status;
    uint8_t controller;
    uint8_t hold;
    uint8_t takeover;
    uint8_t lane;
    uint8_t next;
    uint8_t glide;
    uint8_t pad;
} cheir_control;

/* Low ... high are the counts that keep what was sent; held: until then; column as in the image, where it is read sooner. */
typedef struct {
    uint16_t low;
    uint16_t high;
    uint16_t sent;
    uint16_t until;
    uint8_t held;
    uint8_t column;
} cheir_control_state;

/* Keeps what controls have sent while a gate is closed: so many, from one on. */
typedef struct {
    uint8_t control;
    uint8_t controls;
} cheir_hold;

/* Open: how many of its gates are. */
typedef struct {
    uint8_t open;
} cheir_hold_state;

/* By: how a control takes over what was sent, where its scene plays again. */
typedef struct {
    uint8_t by;
} cheir_takeover;

/* Sent, at: what had been sent, and what the control read then, while it is scaled. */
typedef struct {
    uint16_t sent;
    uint16_t at;
    uint8_t stage;
    uint8_t pad;
} cheir_takeover_state;

/* A controller, or channel pressure, that gates move between two values. */
typedef struct {
    uint16_t scenes[2];
    uint8_t status;
    uint8_t controller;
    uint8_t off;
    uint8_t on;
} cheir_switched;

/* What was sent, and how many gates are open. */
typedef struct {
    uint8_t sent;
    uint8_t open;
} cheir_switched_state;

/* Touch lanes that share what follows. */
typedef struct {
    uint16_t follow_slow;
    uint16_t longest_slow;
    uint8_t lane;
    uint8_t lanes;
    uint8_t falling;
    uint8_t listener;
    uint8_t listeners;
    uint8_t pad;
} cheir_touch_bank;

/* Since: last step of the untouched levels, slow ticks. */
typedef struct {
    uint16_t since;
    uint8_t looks;
    uint8_t pad;
} cheir_touch_bank_state;

/* One touch lane; on and off are distances from its untouched level. */
typedef struct {
    uint16_t untouched;
    uint16_t on;
    uint16_t off;
    uint8_t column;
    uint8_t pad;
} cheir_touch;

/* Since: when it was touched, slow ticks. */
typedef struct {
    uint16_t untouched;
    uint16_t since;
    uint8_t stage;
    uint8_t pad;
} cheir_touch_state;

/* Strike lanes that share their times, and how far they shake each other, Q8. */
typedef struct {
    uint16_t window_ticks;
    uint16_t mask_ticks;
    uint16_t half_life_ticks;
    uint16_t length_ticks;
    uint8_t lane;
    uint8_t lanes;
    uint8_t listener;
    uint8_t listeners;
    uint8_t shock;
    uint8_t pad;
} cheir_strike_bank;

/* One strike lane; on is a distance from rest; table: how its strength answers. */
typedef struct {
    uint16_t rest;
    uint16_t on;
    cheir_scale scale;
    uint16_t table;
    uint8_t column;
    uint8_t pad;
} cheir_strike;

/* Peak: of the window, then the level that another must exceed. */
typedef struct {
    uint16_t peak;
    uint16_t since;
    uint16_t began;
    uint8_t stage;
    uint8_t sounding;
} cheir_strike_state;

/* Contacts that share their debounce. */
typedef struct {
    uint16_t debounce_ticks;
    uint8_t lane;
    uint8_t lanes;
    uint8_t rest;
    uint8_t listener;
    uint8_t listeners;
    uint8_t pad;
} cheir_contact_bank;

/* Taken: the state that counts; seen: the one last reported; muted: held since power-up. */
typedef struct {
    uint16_t since;
    uint8_t seen;
    uint8_t taken;
    uint8_t running;
    uint8_t muted;
} cheir_contact_state;

/* Keys with two contacts each, which follow one another from contact on; scale: from the slowest stroke to the fastest, 512ths of a semitone of its time; restrikes: whether the second contact alone repeats a note. */
typedef struct {
    uint16_t debounce_ticks;
    cheir_scale scale;
    uint8_t contact;
    uint8_t lane;
    uint8_t lanes;
    uint8_t restrikes;
    uint8_t listener;
    uint8_t listeners;
} cheir_pair_bank;

/* Waiting: keys whose debounce a frame has to end; timed: whether the time of some key may run. */
typedef struct {
    uint8_t waiting;
    uint8_t timed;
} cheir_pair_bank_state;

/* One key; slowest: its slowest stroke, 512ths of a semitone; table: how its strength answers; order: 0 its contacts stand as they are passed, 1 the other way round, 2 it was not measured; rests: a bit for the first that is passed, one for the second: closed while nobody plays. */
typedef struct {
    uint16_t slowest;
    uint16_t table;
    uint8_t order;
    uint8_t rests;
} cheir_pair;

/* Since: when the first contact left its rest, or the second came back; changed: the strike, the return of the first contact, or a second one that left first; seen: which contacts have left their rest, and two bits of since, units of 4 us. */
typedef struct {
    uint16_t since;
    uint16_t changed;
    uint8_t stage;
    uint8_t seen;
} cheir_pair_state;

/* Keys whose depth is read, Q15: a stroke is timed from rearm to strike, its note ends at damper; scale: from the slowest stroke to the fastest, 512ths of a semitone of its time. */
typedef struct {
    uint16_t strike;
    uint16_t damper;
    uint16_t rearm;
    cheir_scale scale;
    uint8_t lane;
    uint8_t lanes;
    uint8_t listener;
    uint8_t listeners;
} cheir_depth_bank;

/* One key; scale: counts from rest to its bottom; table: from their share to its depth; asleep: short of so many counts from rest it is up; slowest: its slowest stroke, 512ths of a semitone; answers: the table by which its strength answers; below: whether its counts fall. */
typedef struct {
    uint16_t rest;
    cheir_scale scale;
    uint16_t table;
    uint16_t asleep;
    uint16_t slowest;
    uint16_t answers;
    uint8_t column;
    uint8_t below;
} cheir_depth;

/* Since: when it passed its re-arm depth, units of 4 us; before: its depth at the frame before, 0 while it is asleep; low ... high are the counts among which it sleeps; sounding: whether its note does; column as in the image, where it is read sooner. */
typedef struct {
    uint16_t since;
    uint16_t before;
    uint16_t low;
    uint16_t high;
    uint8_t stage;
    uint8_t sounding;
    uint8_t column;
    uint8_t pad;
} cheir_depth_state;

/* A lane that is touched somewhere; low, scale and table lead from counts to its place; drop: the furthest that a slide goes in a frame, Q15; settle: frames that must agree after a jump; into: its columns, place and touch. */
typedef struct {
    cheir_scale scale;
    uint16_t low;
    uint16_t table;
    uint16_t rest;
    uint16_t on;
    uint16_t off;
    uint16_t drop;
    uint8_t column;
    uint8_t into;
    uint8_t settle;
    uint8_t below;
    uint8_t turned;
    uint8_t pad;
} cheir_ribbon;

/* Held: the place that is told, Q15; before: that of the last frame; agreed: frames since it jumped. */
typedef struct {
    uint16_t held;
    uint16_t before;
    uint8_t stage;
    uint8_t agreed;
} cheir_ribbon_state;

/* An encoder: its two contacts; steps: from nothing to all; rests: the phases, a bit each, in which it comes to rest; quick: a step within so many ticks of the last counts two, within half of that four, 2^most at most; into: its column; kept: where its values of all scenes begin, from 1; 0: it has one for all. */
typedef struct {
    uint16_t steps;
    uint16_t quick;
    uint8_t first;
    uint8_t second;
    uint8_t into;
    uint8_t rests;
    uint8_t falling;
    uint8_t wraps;
    uint8_t most;
    uint8_t kept;
} cheir_turn;

/* Value: what it is turned to; since: its last step; phase: which contacts are closed; moved: quarters of a cycle since it rested; settling: frames, and then its first rest, until its edges count; way: of a step that another may follow quickly, 1 up, 2 down, 0 none. */
typedef struct {
    uint16_t value;
    uint16_t since;
    uint8_t phase;
    uint8_t moved;
    uint8_t settling;
    uint8_t way;
} cheir_turn_state;

/* What an encoder was turned to in a scene. */
typedef struct {
    uint16_t value;
} cheir_turn_value_state;

/* A wheel with magnets, times in units of 64 us; stop: so long after a pulse it stands; bounce: what closes so soon after it opened is no pulse; shift: of the fastest period (reciprocal); smoothing: what is taken of a new period, a power of two; into: its column. */
typedef struct {
    uint16_t stop;
    uint16_t bounce;
    uint8_t contact;
    uint8_t into;
    uint8_t shift;
    uint8_t smoothing;
} cheir_speed;

/* Since: the last pulse; opened: when its contact opened last; period: between pulses, smoothed; value: how fast it turns. */
typedef struct {
    uint16_t since;
    uint16_t opened;
    uint16_t period;
    uint16_t value;
    uint8_t stage;
    uint8_t pad;
} cheir_speed_state;

/* A tone whose comparator closes a contact once a period; least: what comes sooner is no period, us; stop: so long after a period it is silent, ticks; presence: periods that must agree; smoothing: what is taken of a new pitch, a power of two; into: its columns, pitch and whether it sounds. */
typedef struct {
    uint16_t least;
    uint16_t stop;
    uint8_t contact;
    uint8_t into;
    uint8_t presence;
    uint8_t smoothing;
} cheir_tone;

/* Since: when a period began last, us modulo 2^16, and in ticks; before: the last two; held: the period that is told, us; value: its pitch, 512ths of a semitone; known: periods before; agreed: periods that did, leaps: those that were an octave off, in a row. */
typedef struct {
    uint16_t since;
    uint16_t since_t;
    uint16_t before[2];
    uint16_t held;
    uint16_t value;
    uint8_t stage;
    uint8_t known;
    uint8_t agreed;
    uint8_t leaps;
} cheir_tone_state;

/* An axis; scale: two g from its offset. */
typedef struct {
    cheir_scale scale;
    uint16_t offset;
} cheir_axis;

/* Three axes that tell which way is down; slack: counts within which nothing has moved; steady: off one g, 16384ths, from which on it is shaken; rests: pitch and roll as it is held; into: its columns, pitch and roll from there. */
typedef struct {
    cheir_axis axes[3];
    uint16_t slack;
    uint16_t steady;
    uint16_t rests[2];
    uint8_t columns[3];
    uint8_t into;
} cheir_tilt;

/* Held: counts that roll and pitch were computed of; both from how it is held, in 65536ths of a turn, 32768 for none. */
typedef struct {
    uint16_t held[3];
    uint16_t roll;
    uint16_t pitch;
} cheir_tilt_state;

/* An axis of a surface; low, scale and table lead from counts to its place. */
typedef struct {
    cheir_scale scale;
    uint16_t low;
    uint16_t table;
} cheir_surface_axis;

/* What is touched somewhere across and along; rest, on, off: how hard it is pressed; settle: frames until a place is believed; turned: a bit an axis; into: its columns, x, y and touch. */
typedef struct {
    cheir_surface_axis axes[2];
    uint16_t rest;
    uint16_t on;
    uint16_t off;
    uint8_t columns[3];
    uint8_t into;
    uint8_t settle;
    uint8_t below;
    uint8_t turned;
    uint8_t pad;
} cheir_surface;

/* Held: the places that are told, Q15; before: those of the last frame; agreed: frames since it was touched. */
typedef struct {
    uint16_t held[2];
    uint16_t before[2];
    uint8_t stage;
    uint8_t agreed;
} cheir_surface_state;

/* A column as the median of its last counts; of: 3 or 5. */
typedef struct {
    uint8_t column;
    uint8_t into;
    uint8_t of;
    uint8_t pad;
} cheir_median;

/* Before: the last four counts, the newest first; known: whether there were any. */
typedef struct {
    uint16_t before[4];
    uint8_t known;
    uint8_t pad;
} cheir_median_state;

/* A column smoothed; cutoff: 64ths of a Hz; shift: from its counts to 16 bits. */
typedef struct {
    uint16_t cutoff;
    uint8_t column;
    uint8_t into;
    uint8_t shift;
    uint8_t pad;
} cheir_exponential;

/* Held: 16 bits and a fraction of 16, all ones: none. */
typedef struct {
    uint32_t held;
} cheir_exponential_state;

/* A column smoothed the less the quicker it moves; cutoff: at rest, 64ths of a Hz; quicker: so much more, 256ths, for each 256th of full scale that it moves a second; shift: from its counts to 16 bits. */
typedef struct {
    uint16_t cutoff;
    uint16_t quicker;
    uint8_t column;
    uint8_t into;
    uint8_t shift;
    uint8_t pad;
} cheir_one_euro;

/* Held: 16 bits and a fraction of 16, all ones: none; speed: 65536ths of full scale a second, smoothed, two’s complement. */
typedef struct {
    uint32_t held;
    uint32_t speed;
} cheir_one_euro_state;

/* Levels as one: so many, from one on; by: how (JOINS_BY); into: its column, a share, Q15. */
typedef struct {
    uint8_t first;
    uint8_t n;
    uint8_t by;
    uint8_t into;
} cheir_join;

/* A level that is joined with others, through a table above rest and one below it; column: that it is read from. */
typedef struct {
    uint16_t table[2];
    uint8_t level;
    uint8_t column;
    uint8_t side_mask;
    uint8_t pad;
} cheir_joined;

/* The button by which rest and reach are measured: a contact, and whether it is closed while nobody holds it. */
typedef struct {
    uint8_t contact;
    uint8_t rests;
} cheir_learn;

/* Since: the button was last pressed or let go, tick: a lane last looked, slow ticks; fresh: something was taken that nobody has asked for yet. */
typedef struct {
    uint16_t since;
    uint8_t tick;
    uint8_t seen;
    uint8_t held;
    uint8_t running;
    uint8_t stage;
    uint8_t fresh;
} cheir_learn_state;

/* What the button measures: a level, or a lane of a touch bank, 255 for a level. */
typedef struct {
    uint8_t at;
    uint8_t bank;
} cheir_learn_lane;

/* Zero: its look at rest, stage 1 once that is over; low, high: of rest, then of what is played for two frames on end; last: the frame before; spread: of rest. */
typedef struct {
    cheir_zero_state zero;
    uint16_t low;
    uint16_t high;
    uint16_t last;
    uint16_t spread;
} cheir_learn_lane_state;

/* A gate that changes how the rest plays when it opens; does, to: what (DOES, SELECTS); guards: so many of its guards must be open. */
typedef struct {
    uint8_t does;
    uint8_t to;
    uint8_t guards;
} cheir_selector;

/* Open: how many of its guards are; asks: it opened, and what it does comes with the next frame. */
typedef struct {
    uint8_t open;
    uint8_t asks;
} cheir_selector_state;

/* What selectors change besides scenes. */
typedef struct {
    uint8_t pad;
} cheir_mode;

/* Muted: a bit a part of its notes; shift: semitones that notes begin higher, 128 more. */
typedef struct {
    uint8_t muted;
    uint8_t shift;
} cheir_mode_state;

/* MIDI clock; table: of its tempos, the slowest first, the time from clock to clock, 4 us; begins: which it begins with. */
typedef struct {
    uint16_t table;
    uint8_t tempos;
    uint8_t begins;
} cheir_tempo;

/* Next_us: when the next clock is due; tapped_us, beat_us: when a beat was tapped last, and how far apart beats are, 0: not known; tempo: which; runs: started, and not stopped since; begun: a clock has been sent; taps: a beat has been tapped. */
typedef struct {
    uint32_t next_us;
    uint32_t tapped_us;
    uint32_t beat_us;
    uint8_t tempo;
    uint8_t runs;
    uint8_t begun;
    uint8_t taps;
} cheir_tempo_state;

/* What a value does on its lights: so many from one on; how: SHOWS; colours: of what is lit, and of what is not. */
typedef struct {
    uint16_t scenes[2];
    uint16_t first;
    uint16_t lights;
    uint8_t how;
    uint8_t colour[3];
    uint8_t under[3];
    uint8_t pad;
} cheir_show;

/* Value: 0 ... 127, as it is played; shown: as it was seen last; rises: since when, slow ticks, or whether its flash is in its lit half. */
typedef struct {
    uint16_t since;
    uint8_t value;
    uint8_t shown;
    uint8_t rises;
    uint8_t pad;
} cheir_show_state;

/* A parameter that two controllers name before a value: select, high, low. */
typedef struct {
    uint8_t high;
    uint8_t low;
    uint8_t registered;
} cheir_parameter;

/* How a scene begins; ends: notes that do not live in it end then, else when they are let go. */
typedef struct {
    uint8_t ends;
} cheir_scene_start;

/* A MIDI input; blocks: a bit a controller that does not pass; how: what passes besides (LETS). */
typedef struct {
    uint16_t blocks[8];
    uint8_t how;
    uint8_t pad;
} cheir_port;

/* Notes: that sound, channel and note, 65535: none; ends: channels on which more sounds; pedals: on which a pedal holds; owed: channels that are still to be ended as a whole; since: the last byte; garbage: bytes that were no message; status: running, 0: none; have: data bytes so far; sensed: whether it says that it is there; program: that asks for a scene, from 1. */
typedef struct {
    uint16_t notes[10];
    uint16_t ends;
    uint16_t pedals;
    uint16_t owed;
    uint16_t since;
    uint16_t garbage;
    uint8_t status;
    uint8_t first;
    uint8_t have;
    uint8_t stage;
    uint8_t sensed;
    uint8_t program;
} cheir_port_state;

/* What a board plays itself, and its inputs, on one wire. */
typedef struct {
    uint8_t ports;
} cheir_merge;

/* Bytes: that wait, so many, while a system exclusive message holds the wire; lock: of the port that it comes from, from 1; 0: none; since: its last byte. */
typedef struct {
    uint16_t since;
    uint8_t bytes[22];
    uint8_t n;
    uint8_t lock;
} cheir_merge_state;

/* Says now and then that the board is there: active sensing. */
typedef struct {
    uint8_t pad;
} cheir_sensing;

/* Who hears a gate; lane: the only one of its bank that it hears, 255: all. */
typedef struct {
    uint8_t is;
    uint8_t index;
    uint8_t lane;
} cheir_listener;

/* Notes of the lanes of one gate port, and where their velocity comes from; table: how a level gives it; parts: a bit a part that it belongs to, which can be muted; stays: it is not shifted. */
typedef struct {
    uint16_t scenes[2];
    uint16_t table;
    uint8_t lane;
    uint8_t lanes;
    uint8_t velocity;
    uint8_t from;
    uint8_t span;
    uint8_t level;
    uint8_t parts;
    uint8_t stays;
} cheir_note;

/* Channel 0 ... 15 and note of one lane; in the channel 16 more: another lane can play them too, 32 more: a pool gives the channel; bend: sent before it, 65535: none; control: the first that belongs to its note, from 1. */
typedef struct {
    uint16_t bend;
    uint8_t channel;
    uint8_t note;
    uint8_t control;
    uint8_t pad;
} cheir_note_lane;

/* Channel and note that sound; note 255: none. */
typedef struct {
    uint8_t channel;
    uint8_t note;
} cheir_note_lane_state;

/* One note at a time: a gate says when, the lanes of another which. */
typedef struct {
    uint8_t note;
    uint8_t by;
    uint8_t lane;
    uint8_t lanes;
    uint8_t slurred;
} cheir_choice;

/* Strength of the gate that opened last, and how many are open; order: the last lane that opened; chosen: the lane that plays. */
typedef struct {
    uint16_t strength;
    uint16_t order;
    uint8_t open;
    uint8_t chosen;
} cheir_choice_state;

/* Which opening it is of, of all of the choice; 0: it is closed. */
typedef struct {
    uint16_t order;
} cheir_choice_lane_state;

/* Channels that notes take by turns: as many members from a channel, 0 ... 15, up or down; member: where their states begin. */
typedef struct {
    uint8_t member;
    uint8_t members;
    uint8_t channel;
    uint8_t down;
} cheir_pool;

/* A channel, and the lane of notes that plays on it, 255: none; a pool has the one first that has begun or ended the longest time ago. */
typedef struct {
    uint8_t channel;
    uint8_t lane;
} cheir_member_state;

/* A controller that says once what a receiver must know: zones, bend ranges. */
typedef struct {
    uint8_t channel;
    uint8_t controller;
    uint8_t value;
    uint8_t pad;
} cheir_announcement;

/* A note of a scale: its pitch, 1/512 semitone, as note and bend. */
typedef struct {
    uint16_t pitch;
    uint16_t bend;
    uint8_t note;
    uint8_t pad;
} cheir_degree;

/* A place without frets, one note at a time; pitches in 1/512 semitone; bend: steps of bend a unit of pitch, Q16; range: furthest bend; table of 257 entries from its share; per: counts a unit of pitch, Q16; degrees: none for twelve even semitones; control: its glide, from 1; steps, adds: degrees and semitones above what is played, 128 more. */
typedef struct {
    uint32_t bend;
    uint16_t low;
    uint16_t span;
    uint16_t table;
    uint16_t hysteresis;
    uint16_t settle_ticks;
    uint16_t drift;
    uint16_t range;
    uint16_t per;
    uint8_t level;
    uint8_t column;
    uint8_t side_mask;
    uint8_t reads;
    uint8_t note;
    uint8_t school;
    uint8_t degree;
    uint8_t degrees;
    uint8_t control;
    uint8_t steps;
    uint8_t adds;
    uint8_t how;
} cheir_glide;

/* Low ... high are the counts among which nothing happens; offset: of its pitch from its place, 32768 more; degree: that it plays; wanted: that it has moved to. */
typedef struct {
    uint16_t low;
    uint16_t high;
    uint16_t offset;
    uint16_t since;
    uint16_t strength;
    uint8_t degree;
    uint8_t wanted;
    uint8_t stage;
    uint8_t open;
} cheir_glide_state;

/* Lets a gate through while others allow it: joined: another must be open; length: slow ticks until it ends by itself, 0: when it closes. */
typedef struct {
    uint16_t length_slow;
    uint8_t listener;
    uint8_t listeners;
    uint8_t lane;
    uint8_t lanes;
    uint8_t joined;
    uint8_t pad;
} cheir_gating;

/* How many of the gates are open that it is joined with, and that hold. */
typedef struct {
    uint8_t joined;
    uint8_t held;
} cheir_gating_state;

/* Open: the gate itself; through: what its listeners heard last. */
typedef struct {
    uint16_t strength;
    uint16_t since;
    uint8_t open;
    uint8_t through;
} cheir_gating_lane_state;

/* One note at a time by which fingers are open: so many entries, of which the first that fits counts. */
typedef struct {
    uint16_t settle_ticks;
    uint8_t note;
    uint8_t entry;
    uint8_t entries;
    uint8_t finger;
    uint8_t fingers;
    uint8_t unassigned;
    uint8_t slurred;
    uint8_t pad;
} cheir_fingering;

/* Open: a bit a finger; at: the entry to be looked at next; best: that which fits, or differs least, from 1, by so many fingers; plays: the entry whose note sounds, from 1. */
typedef struct {
    uint16_t open[2];
    uint16_t strength;
    uint16_t since;
    uint8_t gates;
    uint8_t stage;
    uint8_t at;
    uint8_t best;
    uint8_t differs;
    uint8_t plays;
} cheir_fingering_state;

/* Lanes of a gate as fingers of a fingering: the first is this bit. */
typedef struct {
    uint8_t fingering;
    uint8_t bit;
} cheir_fingers;

/* Semitones that a finger adds while it is open, 128 more. */
typedef struct {
    uint8_t adds;
} cheir_finger;

/* Fingers that count, and which of them are open. */
typedef struct {
    uint16_t care[2];
    uint16_t keys[2];
    uint16_t bend;
    uint8_t note;
    uint8_t pad;
} cheir_fingering_entry;

/* Backlog: time that the wire needs for what was sent, us; frame: since power-up, modulo 256; announced: how many announcements have been sent. */
typedef struct {
    uint32_t last_us;
    uint32_t backlog_us;
    uint16_t swept;
    uint8_t discard;
    uint8_t turn;
    uint8_t looking;
    uint8_t scene;
    uint8_t frame;
    uint8_t announced;
} cheir_engine_state;

/* Before settings in a dump and in a slot; crc: over all of it, its own place taken as 0; build, sequence: of slots, the newest of this build counts. */
typedef struct {
    uint32_t magic;
    uint32_t structure;
    uint32_t digest;
    uint32_t build;
    uint32_t sequence;
    uint32_t crc;
    uint16_t layout;
    uint16_t length;
} cheir_settings_head;

#define CHEIR_LAYOUT_VERSION 11u
#define CHEIR_DUMP_MAGIC 0x69656843ul
/* The settings of each record, in order: a byte each, or a word. */
#define CHEIR_SETTINGS_OF_level(BYTE, WORD) WORD(rest) WORD(still) WORD(side[0].scale.span) WORD(side[0].scale.factor) WORD(side[0].scale.mul) WORD(side[0].dead) WORD(side[0].on) WORD(side[0].off) WORD(side[1].scale.span) WORD(side[1].scale.factor) WORD(side[1].scale.mul) WORD(side[1].dead) WORD(side[1].on) WORD(side[1].off)
#define CHEIR_BYTES_OF_level 28u
#define CHEIR_SETTINGS_OF_creep(BYTE, WORD) BYTE(every) BYTE(step)
#define CHEIR_BYTES_OF_creep 2u
#define CHEIR_SETTINGS_OF_gate(BYTE, WORD) WORD(window_ticks) WORD(hold_off_ticks) WORD(attack[0].span) WORD(attack[0].factor) WORD(attack[0].mul) WORD(attack[1].span) WORD(attack[1].factor) WORD(attack[1].mul) BYTE(side_mask)
#define CHEIR_BYTES_OF_gate 17u
#define CHEIR_SETTINGS_OF_control(BYTE, WORD) WORD(scenes[0]) WORD(scenes[1]) WORD(from) WORD(span) WORD(interval_ticks) WORD(curve[0]) WORD(curve[1]) WORD(mirror) BYTE(deadband) BYTE(slack) BYTE(side_mask) BYTE(status) BYTE(controller)
#define CHEIR_BYTES_OF_control 21u
#define CHEIR_SETTINGS_OF_hold(BYTE, WORD)
#define CHEIR_BYTES_OF_hold 0u
#define CHEIR_SETTINGS_OF_takeover(BYTE, WORD) BYTE(by)
#define CHEIR_BYTES_OF_takeover 1u
#define CHEIR_SETTINGS_OF_switched(BYTE, WORD) WORD(scenes[0]) WORD(scenes[1]) BYTE(status) BYTE(controller) BYTE(off) BYTE(on)
#define CHEIR_BYTES_OF_switched 8u
#define CHEIR_SETTINGS_OF_touch_bank(BYTE, WORD) WORD(follow_slow) WORD(longest_slow)
#define CHEIR_BYTES_OF_touch_bank 4u
#define CHEIR_SETTINGS_OF_touch(BYTE, WORD) WORD(untouched) WORD(on) WORD(off)
#define CHEIR_BYTES_OF_touch 6u
#define CHEIR_SETTINGS_OF_strike_bank(BYTE, WORD) WORD(window_ticks) WORD(mask_ticks) WORD(half_life_ticks) WORD(length_ticks) BYTE(shock)
#define CHEIR_BYTES_OF_strike_bank 9u
#define CHEIR_SETTINGS_OF_strike(BYTE, WORD) WORD(rest) WORD(on) WORD(scale.span) WORD(scale.factor) WORD(scale.mul) WORD(table)
#define CHEIR_BYTES_OF_strike 12u
#define CHEIR_SETTINGS_OF_contact_bank(BYTE, WORD) WORD(debounce_ticks)
#define CHEIR_BYTES_OF_contact_bank 2u
#define CHEIR_SETTINGS_OF_pair_bank(BYTE, WORD) WORD(debounce_ticks) WORD(scale.span) WORD(scale.factor) WORD(scale.mul) BYTE(restrikes)
#define CHEIR_BYTES_OF_pair_bank 9u
#define CHEIR_SETTINGS_OF_pair(BYTE, WORD) WORD(slowest) WORD(table)
#define CHEIR_BYTES_OF_pair 4u
#define CHEIR_SETTINGS_OF_depth_bank(BYTE, WORD) WORD(strike) WORD(damper) WORD(rearm) WORD(scale.span) WORD(scale.factor) WORD(scale.mul)
#define CHEIR_BYTES_OF_depth_bank 12u
#define CHEIR_SETTINGS_OF_depth(BYTE, WORD) WORD(rest) WORD(scale.span) WORD(scale.factor) WORD(scale.mul) WORD(table) WORD(asleep) WORD(slowest) WORD(answers)
#define CHEIR_BYTES_OF_depth 16u
#define CHEIR_SETTINGS_OF_ribbon(BYTE, WORD) WORD(scale.span) WORD(scale.factor) WORD(scale.mul) WORD(low) WORD(table) WORD(rest) WORD(on) WORD(off) WORD(drop) BYTE(settle)
#define CHEIR_BYTES_OF_ribbon 19u
#define CHEIR_SETTINGS_OF_turn(BYTE, WORD) WORD(steps) WORD(quick) BYTE(rests) BYTE(falling) BYTE(wraps) BYTE(most)
#define CHEIR_BYTES_OF_turn 8u
#define CHEIR_SETTINGS_OF_speed(BYTE, WORD) WORD(stop) WORD(bounce) BYTE(shift) BYTE(smoothing)
#define CHEIR_BYTES_OF_speed 6u
#define CHEIR_SETTINGS_OF_tone(BYTE, WORD) WORD(least) WORD(stop) BYTE(presence) BYTE(smoothing)
#define CHEIR_BYTES_OF_tone 6u
#define CHEIR_SETTINGS_OF_tilt(BYTE, WORD) WORD(axes[0].scale.span) WORD(axes[0].scale.factor) WORD(axes[0].scale.mul) WORD(axes[0].offset) WORD(axes[1].scale.span) WORD(axes[1].scale.factor) WORD(axes[1].scale.mul) WORD(axes[1].offset) WORD(axes[2].scale.span) WORD(axes[2].scale.factor) WORD(axes[2].scale.mul) WORD(axes[2].offset) WORD(slack) WORD(steady) WORD(rests[0]) WORD(rests[1])
#define CHEIR_BYTES_OF_tilt 32u
#define CHEIR_SETTINGS_OF_surface(BYTE, WORD) WORD(axes[0].scale.span) WORD(axes[0].scale.factor) WORD(axes[0].scale.mul) WORD(axes[0].low) WORD(axes[0].table) WORD(axes[1].scale.span) WORD(axes[1].scale.factor) WORD(axes[1].scale.mul) WORD(axes[1].low) WORD(axes[1].table) WORD(rest) WORD(on) WORD(off) BYTE(settle)
#define CHEIR_BYTES_OF_surface 27u
#define CHEIR_SETTINGS_OF_median(BYTE, WORD) BYTE(of)
#define CHEIR_BYTES_OF_median 1u
#define CHEIR_SETTINGS_OF_exponential(BYTE, WORD) WORD(cutoff)
#define CHEIR_BYTES_OF_exponential 2u
#define CHEIR_SETTINGS_OF_one_euro(BYTE, WORD) WORD(cutoff) WORD(quicker)
#define CHEIR_BYTES_OF_one_euro 4u
#define CHEIR_SETTINGS_OF_join(BYTE, WORD) BYTE(by)
#define CHEIR_BYTES_OF_join 1u
#define CHEIR_SETTINGS_OF_joined(BYTE, WORD) WORD(table[0]) WORD(table[1]) BYTE(side_mask)
#define CHEIR_BYTES_OF_joined 5u
#define CHEIR_SETTINGS_OF_learn(BYTE, WORD)
#define CHEIR_BYTES_OF_learn 0u
#define CHEIR_SETTINGS_OF_learn_lane(BYTE, WORD)
#define CHEIR_BYTES_OF_learn_lane 0u
#define CHEIR_SETTINGS_OF_selector(BYTE, WORD) BYTE(to)
#define CHEIR_BYTES_OF_selector 1u
#define CHEIR_SETTINGS_OF_mode(BYTE, WORD)
#define CHEIR_BYTES_OF_mode 0u
#define CHEIR_SETTINGS_OF_tempo(BYTE, WORD) WORD(table) BYTE(begins)
#define CHEIR_BYTES_OF_tempo 3u
#define CHEIR_SETTINGS_OF_show(BYTE, WORD) WORD(scenes[0]) WORD(scenes[1]) WORD(first) WORD(lights) BYTE(how) BYTE(colour[0]) BYTE(colour[1]) BYTE(colour[2]) BYTE(under[0]) BYTE(under[1]) BYTE(under[2])
#define CHEIR_BYTES_OF_show 15u
#define CHEIR_SETTINGS_OF_parameter(BYTE, WORD) BYTE(high) BYTE(low) BYTE(registered)
#define CHEIR_BYTES_OF_parameter 3u
#define CHEIR_SETTINGS_OF_scene_start(BYTE, WORD) BYTE(ends)
#define CHEIR_BYTES_OF_scene_start 1u
#define CHEIR_SETTINGS_OF_port(BYTE, WORD) WORD(blocks[0]) WORD(blocks[1]) WORD(blocks[2]) WORD(blocks[3]) WORD(blocks[4]) WORD(blocks[5]) WORD(blocks[6]) WORD(blocks[7]) BYTE(how)
#define CHEIR_BYTES_OF_port 17u
#define CHEIR_SETTINGS_OF_merge(BYTE, WORD)
#define CHEIR_BYTES_OF_merge 0u
#define CHEIR_SETTINGS_OF_sensing(BYTE, WORD)
#define CHEIR_BYTES_OF_sensing 0u
#define CHEIR_SETTINGS_OF_listener(BYTE, WORD)
#define CHEIR_BYTES_OF_listener 0u
#define CHEIR_SETTINGS_OF_note(BYTE, WORD) WORD(scenes[0]) WORD(scenes[1]) WORD(table) BYTE(from) BYTE(span) BYTE(parts) BYTE(stays)
#define CHEIR_BYTES_OF_note 10u
#define CHEIR_SETTINGS_OF_note_lane(BYTE, WORD) WORD(bend) BYTE(channel) BYTE(note)
#define CHEIR_BYTES_OF_note_lane 4u
#define CHEIR_SETTINGS_OF_choice(BYTE, WORD) BYTE(by)
#define CHEIR_BYTES_OF_choice 1u
#define CHEIR_SETTINGS_OF_pool(BYTE, WORD)
#define CHEIR_BYTES_OF_pool 0u
#define CHEIR_SETTINGS_OF_announcement(BYTE, WORD)
#define CHEIR_BYTES_OF_announcement 0u
#define CHEIR_SETTINGS_OF_degree(BYTE, WORD) WORD(pitch) WORD(bend) BYTE(note)
#define CHEIR_BYTES_OF_degree 5u
#define CHEIR_SETTINGS_OF_glide(BYTE, WORD) WORD(low) WORD(span) WORD(table) WORD(hysteresis) WORD(settle_ticks) WORD(drift) WORD(per) BYTE(side_mask) BYTE(reads) BYTE(steps) BYTE(adds)
#define CHEIR_BYTES_OF_glide 18u
#define CHEIR_SETTINGS_OF_gating(BYTE, WORD) WORD(length_slow)
#define CHEIR_BYTES_OF_gating 2u
#define CHEIR_SETTINGS_OF_fingering(BYTE, WORD) WORD(settle_ticks) BYTE(unassigned)
#define CHEIR_BYTES_OF_fingering 3u
#define CHEIR_SETTINGS_OF_fingers(BYTE, WORD)
#define CHEIR_BYTES_OF_fingers 0u
#define CHEIR_SETTINGS_OF_finger(BYTE, WORD) BYTE(adds)
#define CHEIR_BYTES_OF_finger 1u
#define CHEIR_SETTINGS_OF_fingering_entry(BYTE, WORD) WORD(care[0]) WORD(care[1]) WORD(keys[0]) WORD(keys[1]) WORD(bend) BYTE(note)
#define CHEIR_BYTES_OF_fingering_entry 11u

/* The lists of an image, and of a state with how long each is: name, struct, length. */
#define CHEIR_PARTS(X) X(levels, level) X(creeps, creep) X(gates, gate) X(controls, control) X(holds, hold) X(takeovers, takeover) X(switched, switched) X(touch_banks, touch_bank) X(touches, touch) X(strike_banks, strike_bank) X(strikes, strike) X(contact_banks, contact_bank) X(pair_banks, pair_bank) X(pairs, pair) X(depth_banks, depth_bank) X(depths, depth) X(ribbons, ribbon) X(turns, turn) X(speeds, speed) X(tones, tone) X(tilts, tilt) X(surfaces, surface) X(medians, median) X(exponentials, exponential) X(one_euros, one_euro) X(joins, join) X(joined, joined) X(learns, learn) X(learn_lanes, learn_lane) X(selectors, selector) X(modes, mode) X(tempos, tempo) X(shows, show) X(parameters, parameter) X(scene_starts, scene_start) X(ports, port) X(merges, merge) X(sensings, sensing) X(listeners, listener) X(notes, note) X(note_lanes, note_lane) X(choices, choice) X(pools, pool) X(announcements, announcement) X(degrees, degree) X(glides, glide) X(gatings, gating) X(fingerings, fingering) X(fingers, fingers) X(finger_adds, finger) X(fingering_entries, fingering_entry)
#define CHEIR_COUNTS(X) X(columns) X(derived) X(contacts) X(choice_lanes) X(turn_values) X(members) X(gating_lanes) X(scenes) X(look_mask)
#define CHEIR_STATES(X) X(level_zeros, zero_state, levels) X(creeps, creep_state, creeps) X(gates, gate_state, gates) X(controls, control_state, controls) X(holds, hold_state, holds) X(takeovers, takeover_state, takeovers) X(switched, switched_state, switched) X(touch_banks, touch_bank_state, touch_banks) X(touches, touch_state, touches) X(strike_zeros, zero_state, strikes) X(strikes, strike_state, strikes) X(contacts, contact_state, contacts) X(pair_banks, pair_bank_state, pair_banks) X(pairs, pair_state, pairs) X(depths, depth_state, depths) X(ribbons, ribbon_state, ribbons) X(turns, turn_state, turns) X(turn_values, turn_value_state, turn_values) X(speeds, speed_state, speeds) X(tones, tone_state, tones) X(tilts, tilt_state, tilts) X(surfaces, surface_state, surfaces) X(medians, median_state, medians) X(exponentials, exponential_state, exponentials) X(one_euros, one_euro_state, one_euros) X(learns, learn_state, learns) X(learn_lanes, learn_lane_state, learn_lanes) X(selectors, selector_state, selectors) X(modes, mode_state, modes) X(tempos, tempo_state, tempos) X(shows, show_state, shows) X(ports, port_state, ports) X(merges, merge_state, merges) X(note_lanes, note_lane_state, note_lanes) X(choices, choice_state, choices) X(choice_lanes, choice_lane_state, choice_lanes) X(members, member_state, members) X(glides, glide_state, glides) X(gatings, gating_state, gatings) X(gating_lanes, gating_lane_state, gating_lanes) X(fingerings, fingering_state, fingerings)

/* Where one program plays any instrument, all of it is compiled in. */
#if !defined(CHEIR_ONE_INSTRUMENT)
#define CHEIR_levels 1
#define CHEIR_creeps 1
#define CHEIR_gates 1
#define CHEIR_controls 1
#define CHEIR_holds 1
#define CHEIR_takeovers 1
#define CHEIR_switched 1
#define CHEIR_touch_banks 1
#define CHEIR_touches 1
#define CHEIR_strike_banks 1
#define CHEIR_strikes 1
#define CHEIR_contact_banks 1
#define CHEIR_pair_banks 1
#define CHEIR_pairs 1
#define CHEIR_depth_banks 1
#define CHEIR_depths 1
#define CHEIR_ribbons 1
#define CHEIR_turns 1
#define CHEIR_speeds 1
#define CHEIR_tones 1
#define CHEIR_tilts 1
#define CHEIR_surfaces 1
#define CHEIR_medians 1
#define CHEIR_exponentials 1
#define CHEIR_one_euros 1
#define CHEIR_joins 1
#define CHEIR_joined 1
#define CHEIR_learns 1
#define CHEIR_learn_lanes 1
#define CHEIR_selectors 1
#define CHEIR_modes 1
#define CHEIR_tempos 1
#define CHEIR_shows 1
#define CHEIR_parameters 1
#define CHEIR_scene_starts 1
#define CHEIR_ports 1
#define CHEIR_merges 1
#define CHEIR_sensings 1
#define CHEIR_listeners 1
#define CHEIR_notes 1
#define CHEIR_note_lanes 1
#define CHEIR_choices 1
#define CHEIR_pools 1
#define CHEIR_announcements 1
#define CHEIR_degrees 1
#define CHEIR_glides 1
#define CHEIR_gatings 1
#define CHEIR_fingerings 1
#define CHEIR_fingers 1
#define CHEIR_finger_adds 1
#define CHEIR_fingering_entries 1
#define CHEIR_columns 1
#define CHEIR_derived 1
#define CHEIR_contacts 1
#define CHEIR_choice_lanes 1
#define CHEIR_turn_values 1
#define CHEIR_members 1
#define CHEIR_gating_lanes 1
#define CHEIR_scenes 1
#define CHEIR_look_mask 1
#define CHEIR_velocity_fixed 1
#define CHEIR_velocity_strength 1
#define CHEIR_velocity_level 1
#endif

/* A compiler that would lay them out otherwise refuses here: a negative size. */
#define CHEIR_LIES(name, condition) typedef char cheir_lies_##name[(condition) ? 1 : -1]
CHEIR_LIES(scale, sizeof(cheir_scale) == 6);
CHEIR_LIES(scale_0, offsetof(cheir_scale, span) == 0);
CHEIR_LIES(scale_1, offsetof(cheir_scale, factor) == 2);
CHEIR_LIES(scale_2, offsetof(cheir_scale, mul) == 4);
CHEIR_LIES(side, sizeof(cheir_side) == 12);
CHEIR_LIES(side_0, offsetof(cheir_side, scale.span) == 0);
CHEIR_LIES(side_1, offsetof(cheir_side, scale.factor) == 2);
CHEIR_LIES(side_2, offsetof(cheir_side, scale.mul) == 4);
CHEIR_LIES(side_3, offsetof(cheir_side, dead) == 6);
CHEIR_LIES(side_4, offsetof(cheir_side, on) == 8);
CHEIR_LIES(side_5, offsetof(cheir_side, off) == 10);
CHEIR_LIES(level, sizeof(cheir_level) == 34);
CHEIR_LIES(level_0, offsetof(cheir_level, rest) == 0);
CHEIR_LIES(level_1, offsetof(cheir_level, still) == 2);
CHEIR_LIES(level_2, offsetof(cheir_level, side[0].scale.span) == 4);
CHEIR_LIES(level_3, offsetof(cheir_level, side[0].scale.factor) == 6);
CHEIR_LIES(level_4, offsetof(cheir_level, side[0].scale.mul) == 8);
CHEIR_LIES(level_5, offsetof(cheir_level, side[0].dead) == 10);
CHEIR_LIES(level_6, offsetof(cheir_level, side[0].on) == 12);
CHEIR_LIES(level_7, offsetof(cheir_level, side[0].off) == 14);
CHEIR_LIES(level_8, offsetof(cheir_level, side[1].scale.span) == 16);
CHEIR_LIES(level_9, offsetof(cheir_level, side[1].scale.factor) == 18);
CHEIR_LIES(level_10, offsetof(cheir_level, side[1].scale.mul) == 20);
CHEIR_LIES(level_11, offsetof(cheir_level, side[1].dead) == 22);
CHEIR_LIES(level_12, offsetof(cheir_level, side[1].on) == 24);
CHEIR_LIES(level_13, offsetof(cheir_level, side[1].off) == 26);
CHEIR_LIES(level_14, offsetof(cheir_level, column) == 28);
CHEIR_LIES(level_15, offsetof(cheir_level, gate) == 29);
CHEIR_LIES(level_16, offsetof(cheir_level, gates) == 30);
CHEIR_LIES(level_17, offsetof(cheir_level, control) == 31);
CHEIR_LIES(level_18, offsetof(cheir_level, controls) == 32);
CHEIR_LIES(level_19, offsetof(cheir_level, pad) == 33);
CHEIR_LIES(zero_state, sizeof(cheir_zero_state) == 8);
CHEIR_LIES(zero_state_0, offsetof(cheir_zero_state, rest) == 0);
CHEIR_LIES(zero_state_1, offsetof(cheir_zero_state, median) == 2);
CHEIR_LIES(zero_state_2, offsetof(cheir_zero_state, first) == 4);
CHEIR_LIES(zero_state_3, offsetof(cheir_zero_state, looks) == 6);
CHEIR_LIES(zero_state_4, offsetof(cheir_zero_state, stage) == 7);
CHEIR_LIES(creep, sizeof(cheir_creep) == 4);
CHEIR_LIES(creep_0, offsetof(cheir_creep, level) == 0);
CHEIR_LIES(creep_1, offsetof(cheir_creep, levels) == 1);
CHEIR_LIES(creep_2, offsetof(cheir_creep, every) == 2);
CHEIR_LIES(creep_3, offsetof(cheir_creep, step) == 3);
CHEIR_LIES(creep_state, sizeof(cheir_creep_state) == 1);
CHEIR_LIES(creep_state_0, offsetof(cheir_creep_state, sweeps) == 0);
CHEIR_LIES(gate, sizeof(cheir_gate) == 22);
CHEIR_LIES(gate_0, offsetof(cheir_gate, window_ticks) == 0);
CHEIR_LIES(gate_1, offsetof(cheir_gate, hold_off_ticks) == 2);
CHEIR_LIES(gate_2, offsetof(cheir_gate, attack[0].span) == 4);
CHEIR_LIES(gate_3, offsetof(cheir_gate, attack[0].factor) == 6);
CHEIR_LIES(gate_4, offsetof(cheir_gate, attack[0].mul) == 8);
CHEIR_LIES(gate_5, offsetof(cheir_gate, attack[1].span) == 10);
CHEIR_LIES(gate_6, offsetof(cheir_gate, attack[1].factor) == 12);
CHEIR_LIES(gate_7, offsetof(cheir_gate, attack[1].mul) == 14);
CHEIR_LIES(gate_8, offsetof(cheir_gate, level) == 16);
CHEIR_LIES(gate_9, offsetof(cheir_gate, column) == 17);
CHEIR_LIES(gate_10, offsetof(cheir_gate, side_mask) == 18);
CHEIR_LIES(gate_11, offsetof(cheir_gate, listener) == 19);
CHEIR_LIES(gate_12, offsetof(cheir_gate, listeners) == 20);
CHEIR_LIES(gate_13, offsetof(cheir_gate, lane) == 21);
CHEIR_LIES(gate_state, sizeof(cheir_gate_state) == 10);
CHEIR_LIES(gate_state_0, offsetof(cheir_gate_state, low) == 0);
CHEIR_LIES(gate_state_1, offsetof(cheir_gate_state, high) == 2);
CHEIR_LIES(gate_state_2, offsetof(cheir_gate_state, peak) == 4);
CHEIR_LIES(gate_state_3, offsetof(cheir_gate_state, since) == 6);
CHEIR_LIES(gate_state_4, offsetof(cheir_gate_state, stage) == 8);
CHEIR_LIES(gate_state_5, offsetof(cheir_gate_state, column) == 9);
CHEIR_LIES(control, sizeof(cheir_control) == 30);
CHEIR_LIES(control_0, offsetof(cheir_control, scenes[0]) == 0);
CHEIR_LIES(control_1, offsetof(cheir_control, scenes[1]) == 2);
CHEIR_LIES(control_2, offsetof(cheir_control, from) == 4);
CHEIR_LIES(control_3, offsetof(cheir_control, span) == 6);
CHEIR_LIES(control_4, offsetof(cheir_control, interval_ticks) == 8);
CHEIR_LIES(control_5, offsetof(cheir_control, curve[0]) == 10);
CHEIR_LIES(control_6, offsetof(cheir_control, curve[1]) == 12);
CHEIR_LIES(control_7, offsetof(cheir_control, mirror) == 14);
CHEIR_LIES(control_8, offsetof(cheir_control, deadband) == 16);
CHEIR_LIES(control_9, offsetof(cheir_control, slack) == 17);
CHEIR_LIES(control_10, offsetof(cheir_control, level) == 18);
CHEIR_LIES(control_11, offsetof(cheir_control, column) == 19);
CHEIR_LIES(control_12, offsetof(cheir_control, side_mask) == 20);
CHEIR_LIES(control_13, offsetof(cheir_control, kind) == 21);
CHEIR_LIES(control_14, offsetof(cheir_control, status) == 22);
CHEIR_LIES(control_15, offsetof(cheir_control, controller) == 23);
CHEIR_LIES(control_16, offsetof(cheir_control, hold) == 24);
CHEIR_LIES(control_17, offsetof(cheir_control, takeover) == 25);
CHEIR_LIES(control_18, offsetof(cheir_control, lane) == 26);
CHEIR_LIES(control_19, offsetof(cheir_control, next) == 27);
CHEIR_LIES(control_20, offsetof(cheir_control, glide) == 28);
CHEIR_LIES(control_21, offsetof(cheir_control, pad) == 29);
CHEIR_LIES(control_state, sizeof(cheir_control_state) == 10);
CHEIR_LIES(control_state_0, offsetof(cheir_control_state, low) == 0);
CHEIR_LIES(control_state_1, offsetof(cheir_control_state, high) == 2);
CHEIR_LIES(control_state_2, offsetof(cheir_control_state, sent) == 4);
CHEIR_LIES(control_state_3, offsetof(cheir_control_state, until) == 6);
CHEIR_LIES(control_state_4, offsetof(cheir_control_state, held) == 8);
CHEIR_LIES(control_state_5, offsetof(cheir_control_state, column) == 9);
CHEIR_LIES(hold, sizeof(cheir_hold) == 2);
CHEIR_LIES(hold_0, offsetof(cheir_hold, control) == 0);
CHEIR_LIES(hold_1, offsetof(cheir_hold, controls) == 1);
CHEIR_LIES(hold_state, sizeof(cheir_hold_state) == 1);
CHEIR_LIES(hold_state_0, offsetof(cheir_hold_state, open) == 0);
CHEIR_LIES(takeover, sizeof(cheir_takeover) == 1);
CHEIR_LIES(takeover_0, offsetof(cheir_takeover, by) == 0);
CHEIR_LIES(takeover_state, sizeof(cheir_takeover_state) == 6);
CHEIR_LIES(takeover_state_0, offsetof(cheir_takeover_state, sent) == 0);
CHEIR_LIES(takeover_state_1, offsetof(cheir_takeover_state, at) == 2);
CHEIR_LIES(takeover_state_2, offsetof(cheir_takeover_state, stage) == 4);
CHEIR_LIES(takeover_state_3, offsetof(cheir_takeover_state, pad) == 5);
CHEIR_LIES(switched, sizeof(cheir_switched) == 8);
CHEIR_LIES(switched_0, offsetof(cheir_switched, scenes[0]) == 0);
CHEIR_LIES(switched_1, offsetof(cheir_switched, scenes[1]) == 2);
CHEIR_LIES(switched_2, offsetof(cheir_switched, status) == 4);
CHEIR_LIES(switched_3, offsetof(cheir_switched, controller) == 5);
CHEIR_LIES(switched_4, offsetof(cheir_switched, off) == 6);
CHEIR_LIES(switched_5, offsetof(cheir_switched, on) == 7);
CHEIR_LIES(switched_state, sizeof(cheir_switched_state) == 2);
CHEIR_LIES(switched_state_0, offsetof(cheir_switched_state, sent) == 0);
CHEIR_LIES(switched_state_1, offsetof(cheir_switched_state, open) == 1);
CHEIR_LIES(touch_bank, sizeof(cheir_touch_bank) == 10);
CHEIR_LIES(touch_bank_0, offsetof(cheir_touch_bank, follow_slow) == 0);
CHEIR_LIES(touch_bank_1, offsetof(cheir_touch_bank, longest_slow) == 2);
CHEIR_LIES(touch_bank_2, offsetof(cheir_touch_bank, lane) == 4);
CHEIR_LIES(touch_bank_3, offsetof(cheir_touch_bank, lanes) == 5);
CHEIR_LIES(touch_bank_4, offsetof(cheir_touch_bank, falling) == 6);
CHEIR_LIES(touch_bank_5, offsetof(cheir_touch_bank, listener) == 7);
CHEIR_LIES(touch_bank_6, offsetof(cheir_touch_bank, listeners) == 8);
CHEIR_LIES(touch_bank_7, offsetof(cheir_touch_bank, pad) == 9);
CHEIR_LIES(touch_bank_state, sizeof(cheir_touch_bank_state) == 4);
CHEIR_LIES(touch_bank_state_0, offsetof(cheir_touch_bank_state, since) == 0);
CHEIR_LIES(touch_bank_state_1, offsetof(cheir_touch_bank_state, looks) == 2);
CHEIR_LIES(touch_bank_state_2, offsetof(cheir_touch_bank_state, pad) == 3);
CHEIR_LIES(touch, sizeof(cheir_touch) == 8);
CHEIR_LIES(touch_0, offsetof(cheir_touch, untouched) == 0);
CHEIR_LIES(touch_1, offsetof(cheir_touch, on) == 2);
CHEIR_LIES(touch_2, offsetof(cheir_touch, off) == 4);
CHEIR_LIES(touch_3, offsetof(cheir_touch, column) == 6);
CHEIR_LIES(touch_4, offsetof(cheir_touch, pad) == 7);
CHEIR_LIES(touch_state, sizeof(cheir_touch_state) == 6);
CHEIR_LIES(touch_state_0, offsetof(cheir_touch_state, untouched) == 0);
CHEIR_LIES(touch_state_1, offsetof(cheir_touch_state, since) == 2);
CHEIR_LIES(touch_state_2, offsetof(cheir_touch_state, stage) == 4);
CHEIR_LIES(touch_state_3, offsetof(cheir_touch_state, pad) == 5);
CHEIR_LIES(strike_bank, sizeof(cheir_strike_bank) == 14);
CHEIR_LIES(strike_bank_0, offsetof(cheir_strike_bank, window_ticks) == 0);
CHEIR_LIES(strike_bank_1, offsetof(cheir_strike_bank, mask_ticks) == 2);
CHEIR_LIES(strike_bank_2, offsetof(cheir_strike_bank, half_life_ticks) == 4);
CHEIR_LIES(strike_bank_3, offsetof(cheir_strike_bank, length_ticks) == 6);
CHEIR_LIES(strike_bank_4, offsetof(cheir_strike_bank, lane) == 8);
CHEIR_LIES(strike_bank_5, offsetof(cheir_strike_bank, lanes) == 9);
CHEIR_LIES(strike_bank_6, offsetof(cheir_strike_bank, listener) == 10);
CHEIR_LIES(strike_bank_7, offsetof(cheir_strike_bank, listeners) == 11);
CHEIR_LIES(strike_bank_8, offsetof(cheir_strike_bank, shock) == 12);
CHEIR_LIES(strike_bank_9, offsetof(cheir_strike_bank, pad) == 13);
CHEIR_LIES(strike, sizeof(cheir_strike) == 14);
CHEIR_LIES(strike_0, offsetof(cheir_strike, rest) == 0);
CHEIR_LIES(strike_1, offsetof(cheir_strike, on) == 2);
CHEIR_LIES(strike_2, offsetof(cheir_strike, scale.span) == 4);
CHEIR_LIES(strike_3, offsetof(cheir_strike, scale.factor) == 6);
CHEIR_LIES(strike_4, offsetof(cheir_strike, scale.mul) == 8);
CHEIR_LIES(strike_5, offsetof(cheir_strike, table) == 10);
CHEIR_LIES(strike_6, offsetof(cheir_strike, column) == 12);
CHEIR_LIES(strike_7, offsetof(cheir_strike, pad) == 13);
CHEIR_LIES(strike_state, sizeof(cheir_strike_state) == 8);
CHEIR_LIES(strike_state_0, offsetof(cheir_strike_state, peak) == 0);
CHEIR_LIES(strike_state_1, offsetof(cheir_strike_state, since) == 2);
CHEIR_LIES(strike_state_2, offsetof(cheir_strike_state, began) == 4);
CHEIR_LIES(strike_state_3, offsetof(cheir_strike_state, stage) == 6);
CHEIR_LIES(strike_state_4, offsetof(cheir_strike_state, sounding) == 7);
CHEIR_LIES(contact_bank, sizeof(cheir_contact_bank) == 8);
CHEIR_LIES(contact_bank_0, offsetof(cheir_contact_bank, debounce_ticks) == 0);
CHEIR_LIES(contact_bank_1, offsetof(cheir_contact_bank, lane) == 2);
CHEIR_LIES(contact_bank_2, offsetof(cheir_contact_bank, lanes) == 3);
CHEIR_LIES(contact_bank_3, offsetof(cheir_contact_bank, rest) == 4);
CHEIR_LIES(contact_bank_4, offsetof(cheir_contact_bank, listener) == 5);
CHEIR_LIES(contact_bank_5, offsetof(cheir_contact_bank, listeners) == 6);
CHEIR_LIES(contact_bank_6, offsetof(cheir_contact_bank, pad) == 7);
CHEIR_LIES(contact_state, sizeof(cheir_contact_state) == 6);
CHEIR_LIES(contact_state_0, offsetof(cheir_contact_state, since) == 0);
CHEIR_LIES(contact_state_1, offsetof(cheir_contact_state, seen) == 2);
CHEIR_LIES(contact_state_2, offsetof(cheir_contact_state, taken) == 3);
CHEIR_LIES(contact_state_3, offsetof(cheir_contact_state, running) == 4);
CHEIR_LIES(contact_state_4, offsetof(cheir_contact_state, muted) == 5);
CHEIR_LIES(pair_bank, sizeof(cheir_pair_bank) == 14);
CHEIR_LIES(pair_bank_0, offsetof(cheir_pair_bank, debounce_ticks) == 0);
CHEIR_LIES(pair_bank_1, offsetof(cheir_pair_bank, scale.span) == 2);
CHEIR_LIES(pair_bank_2, offsetof(cheir_pair_bank, scale.factor) == 4);
CHEIR_LIES(pair_bank_3, offsetof(cheir_pair_bank, scale.mul) == 6);
CHEIR_LIES(pair_bank_4, offsetof(cheir_pair_bank, contact) == 8);
CHEIR_LIES(pair_bank_5, offsetof(cheir_pair_bank, lane) == 9);
CHEIR_LIES(pair_bank_6, offsetof(cheir_pair_bank, lanes) == 10);
CHEIR_LIES(pair_bank_7, offsetof(cheir_pair_bank, restrikes) == 11);
CHEIR_LIES(pair_bank_8, offsetof(cheir_pair_bank, listener) == 12);
CHEIR_LIES(pair_bank_9, offsetof(cheir_pair_bank, listeners) == 13);
CHEIR_LIES(pair_bank_state, sizeof(cheir_pair_bank_state) == 2);
CHEIR_LIES(pair_bank_state_0, offsetof(cheir_pair_bank_state, waiting) == 0);
CHEIR_LIES(pair_bank_state_1, offsetof(cheir_pair_bank_state, timed) == 1);
CHEIR_LIES(pair, sizeof(cheir_pair) == 6);
CHEIR_LIES(pair_0, offsetof(cheir_pair, slowest) == 0);
CHEIR_LIES(pair_1, offsetof(cheir_pair, table) == 2);
CHEIR_LIES(pair_2, offsetof(cheir_pair, order) == 4);
CHEIR_LIES(pair_3, offsetof(cheir_pair, rests) == 5);
CHEIR_LIES(pair_state, sizeof(cheir_pair_state) == 6);
CHEIR_LIES(pair_state_0, offsetof(cheir_pair_state, since) == 0);
CHEIR_LIES(pair_state_1, offsetof(cheir_pair_state, changed) == 2);
CHEIR_LIES(pair_state_2, offsetof(cheir_pair_state, stage) == 4);
CHEIR_LIES(pair_state_3, offsetof(cheir_pair_state, seen) == 5);
CHEIR_LIES(depth_bank, sizeof(cheir_depth_bank) == 16);
CHEIR_LIES(depth_bank_0, offsetof(cheir_depth_bank, strike) == 0);
CHEIR_LIES(depth_bank_1, offsetof(cheir_depth_bank, damper) == 2);
CHEIR_LIES(depth_bank_2, offsetof(cheir_depth_bank, rearm) == 4);
CHEIR_LIES(depth_bank_3, offsetof(cheir_depth_bank, scale.span) == 6);
CHEIR_LIES(depth_bank_4, offsetof(cheir_depth_bank, scale.factor) == 8);
CHEIR_LIES(depth_bank_5, offsetof(cheir_depth_bank, scale.mul) == 10);
CHEIR_LIES(depth_bank_6, offsetof(cheir_depth_bank, lane) == 12);
CHEIR_LIES(depth_bank_7, offsetof(cheir_depth_bank, lanes) == 13);
CHEIR_LIES(depth_bank_8, offsetof(cheir_depth_bank, listener) == 14);
CHEIR_LIES(depth_bank_9, offsetof(cheir_depth_bank, listeners) == 15);
CHEIR_LIES(depth, sizeof(cheir_depth) == 18);
CHEIR_LIES(depth_0, offsetof(cheir_depth, rest) == 0);
CHEIR_LIES(depth_1, offsetof(cheir_depth, scale.span) == 2);
CHEIR_LIES(depth_2, offsetof(cheir_depth, scale.factor) == 4);
CHEIR_LIES(depth_3, offsetof(cheir_depth, scale.mul) == 6);
CHEIR_LIES(depth_4, offsetof(cheir_depth, table) == 8);
CHEIR_LIES(depth_5, offsetof(cheir_depth, asleep) == 10);
CHEIR_LIES(depth_6, offsetof(cheir_depth, slowest) == 12);
CHEIR_LIES(depth_7, offsetof(cheir_depth, answers) == 14);
CHEIR_LIES(depth_8, offsetof(cheir_depth, column) == 16);
CHEIR_LIES(depth_9, offsetof(cheir_depth, below) == 17);
CHEIR_LIES(depth_state, sizeof(cheir_depth_state) == 12);
CHEIR_LIES(depth_state_0, offsetof(cheir_depth_state, since) == 0);
CHEIR_LIES(depth_state_1, offsetof(cheir_depth_state, before) == 2);
CHEIR_LIES(depth_state_2, offsetof(cheir_depth_state, low) == 4);
CHEIR_LIES(depth_state_3, offsetof(cheir_depth_state, high) == 6);
CHEIR_LIES(depth_state_4, offsetof(cheir_depth_state, stage) == 8);
CHEIR_LIES(depth_state_5, offsetof(cheir_depth_state, sounding) == 9);
CHEIR_LIES(depth_state_6, offsetof(cheir_depth_state, column) == 10);
CHEIR_LIES(depth_state_7, offsetof(cheir_depth_state, pad) == 11);
CHEIR_LIES(ribbon, sizeof(cheir_ribbon) == 24);
CHEIR_LIES(ribbon_0, offsetof(cheir_ribbon, scale.span) == 0);
CHEIR_LIES(ribbon_1, offsetof(cheir_ribbon, scale.factor) == 2);
CHEIR_LIES(ribbon_2, offsetof(cheir_ribbon, scale.mul) == 4);
CHEIR_LIES(ribbon_3, offsetof(cheir_ribbon, low) == 6);
CHEIR_LIES(ribbon_4, offsetof(cheir_ribbon, table) == 8);
CHEIR_LIES(ribbon_5, offsetof(cheir_ribbon, rest) == 10);
CHEIR_LIES(ribbon_6, offsetof(cheir_ribbon, on) == 12);
CHEIR_LIES(ribbon_7, offsetof(cheir_ribbon, off) == 14);
CHEIR_LIES(ribbon_8, offsetof(cheir_ribbon, drop) == 16);
CHEIR_LIES(ribbon_9, offsetof(cheir_ribbon, column) == 18);
CHEIR_LIES(ribbon_10, offsetof(cheir_ribbon, into) == 19);
CHEIR_LIES(ribbon_11, offsetof(cheir_ribbon, settle) == 20);
CHEIR_LIES(ribbon_12, offsetof(cheir_ribbon, below) == 21);
CHEIR_LIES(ribbon_13, offsetof(cheir_ribbon, turned) == 22);
CHEIR_LIES(ribbon_14, offsetof(cheir_ribbon, pad) == 23);
CHEIR_LIES(ribbon_state, sizeof(cheir_ribbon_state) == 6);
CHEIR_LIES(ribbon_state_0, offsetof(cheir_ribbon_state, held) == 0);
CHEIR_LIES(ribbon_state_1, offsetof(cheir_ribbon_state, before) == 2);
CHEIR_LIES(ribbon_state_2, offsetof(cheir_ribbon_state, stage) == 4);
CHEIR_LIES(ribbon_state_3, offsetof(cheir_ribbon_state, agreed) == 5);
CHEIR_LIES(turn, sizeof(cheir_turn) == 12);
CHEIR_LIES(turn_0, offsetof(cheir_turn, steps) == 0);
CHEIR_LIES(turn_1, offsetof(cheir_turn, quick) == 2);
CHEIR_LIES(turn_2, offsetof(cheir_turn, first) == 4);
CHEIR_LIES(turn_3, offsetof(cheir_turn, second) == 5);
CHEIR_LIES(turn_4, offsetof(cheir_turn, into) == 6);
CHEIR_LIES(turn_5, offsetof(cheir_turn, rests) == 7);
CHEIR_LIES(turn_6, offsetof(cheir_turn, falling) == 8);
CHEIR_LIES(turn_7, offsetof(cheir_turn, wraps) == 9);
CHEIR_LIES(turn_8, offsetof(cheir_turn, most) == 10);
CHEIR_LIES(turn_9, offsetof(cheir_turn, kept) == 11);
CHEIR_LIES(turn_state, sizeof(cheir_turn_state) == 8);
CHEIR_LIES(turn_state_0, offsetof(cheir_turn_state, value) == 0);
CHEIR_LIES(turn_state_1, offsetof(cheir_turn_state, since) == 2);
CHEIR_LIES(turn_state_2, offsetof(cheir_turn_state, phase) == 4);
CHEIR_LIES(turn_state_3, offsetof(cheir_turn_state, moved) == 5);
CHEIR_LIES(turn_state_4, offsetof(cheir_turn_state, settling) == 6);
CHEIR_LIES(turn_state_5, offsetof(cheir_turn_state, way) == 7);
CHEIR_LIES(turn_value_state, sizeof(cheir_turn_value_state) == 2);
CHEIR_LIES(turn_value_state_0, offsetof(cheir_turn_value_state, value) == 0);
CHEIR_LIES(speed, sizeof(cheir_speed) == 8);
CHEIR_LIES(speed_0, offsetof(cheir_speed, stop) == 0);
CHEIR_LIES(speed_1, offsetof(cheir_speed, bounce) == 2);
CHEIR_LIES(speed_2, offsetof(cheir_speed, contact) == 4);
CHEIR_LIES(speed_3, offsetof(cheir_speed, into) == 5);
CHEIR_LIES(speed_4, offsetof(cheir_speed, shift) == 6);
CHEIR_LIES(speed_5, offsetof(cheir_speed, smoothing) == 7);
CHEIR_LIES(speed_state, sizeof(cheir_speed_state) == 10);
CHEIR_LIES(speed_state_0, offsetof(cheir_speed_state, since) == 0);
CHEIR_LIES(speed_state_1, offsetof(cheir_speed_state, opened) == 2);
CHEIR_LIES(speed_state_2, offsetof(cheir_speed_state, period) == 4);
CHEIR_LIES(speed_state_3, offsetof(cheir_speed_state, value) == 6);
CHEIR_LIES(speed_state_4, offsetof(cheir_speed_state, stage) == 8);
CHEIR_LIES(speed_state_5, offsetof(cheir_speed_state, pad) == 9);
CHEIR_LIES(tone, sizeof(cheir_tone) == 8);
CHEIR_LIES(tone_0, offsetof(cheir_tone, least) == 0);
CHEIR_LIES(tone_1, offsetof(cheir_tone, stop) == 2);
CHEIR_LIES(tone_2, offsetof(cheir_tone, contact) == 4);
CHEIR_LIES(tone_3, offsetof(cheir_tone, into) == 5);
CHEIR_LIES(tone_4, offsetof(cheir_tone, presence) == 6);
CHEIR_LIES(tone_5, offsetof(cheir_tone, smoothing) == 7);
CHEIR_LIES(tone_state, sizeof(cheir_tone_state) == 16);
CHEIR_LIES(tone_state_0, offsetof(cheir_tone_state, since) == 0);
CHEIR_LIES(tone_state_1, offsetof(cheir_tone_state, since_t) == 2);
CHEIR_LIES(tone_state_2, offsetof(cheir_tone_state, before[0]) == 4);
CHEIR_LIES(tone_state_3, offsetof(cheir_tone_state, before[1]) == 6);
CHEIR_LIES(tone_state_4, offsetof(cheir_tone_state, held) == 8);
CHEIR_LIES(tone_state_5, offsetof(cheir_tone_state, value) == 10);
CHEIR_LIES(tone_state_6, offsetof(cheir_tone_state, stage) == 12);
CHEIR_LIES(tone_state_7, offsetof(cheir_tone_state, known) == 13);
CHEIR_LIES(tone_state_8, offsetof(cheir_tone_state, agreed) == 14);
CHEIR_LIES(tone_state_9, offsetof(cheir_tone_state, leaps) == 15);
CHEIR_LIES(axis, sizeof(cheir_axis) == 8);
CHEIR_LIES(axis_0, offsetof(cheir_axis, scale.span) == 0);
CHEIR_LIES(axis_1, offsetof(cheir_axis, scale.factor) == 2);
CHEIR_LIES(axis_2, offsetof(cheir_axis, scale.mul) == 4);
CHEIR_LIES(axis_3, offsetof(cheir_axis, offset) == 6);
CHEIR_LIES(tilt, sizeof(cheir_tilt) == 36);
CHEIR_LIES(tilt_0, offsetof(cheir_tilt, axes[0].scale.span) == 0);
CHEIR_LIES(tilt_1, offsetof(cheir_tilt, axes[0].scale.factor) == 2);
CHEIR_LIES(tilt_2, offsetof(cheir_tilt, axes[0].scale.mul) == 4);
CHEIR_LIES(tilt_3, offsetof(cheir_tilt, axes[0].offset) == 6);
CHEIR_LIES(tilt_4, offsetof(cheir_tilt, axes[1].scale.span) == 8);
CHEIR_LIES(tilt_5, offsetof(cheir_tilt, axes[1].scale.factor) == 10);
CHEIR_LIES(tilt_6, offsetof(cheir_tilt, axes[1].scale.mul) == 12);
CHEIR_LIES(tilt_7, offsetof(cheir_tilt, axes[1].offset) == 14);
CHEIR_LIES(tilt_8, offsetof(cheir_tilt, axes[2].scale.span) == 16);
CHEIR_LIES(tilt_9, offsetof(cheir_tilt, axes[2].scale.factor) == 18);
CHEIR_LIES(tilt_10, offsetof(cheir_tilt, axes[2].scale.mul) == 20);
CHEIR_LIES(tilt_11, offsetof(cheir_tilt, axes[2].offset) == 22);
CHEIR_LIES(tilt_12, offsetof(cheir_tilt, slack) == 24);
CHEIR_LIES(tilt_13, offsetof(cheir_tilt, steady) == 26);
CHEIR_LIES(tilt_14, offsetof(cheir_tilt, rests[0]) == 28);
CHEIR_LIES(tilt_15, offsetof(cheir_tilt, rests[1]) == 30);
CHEIR_LIES(tilt_16, offsetof(cheir_tilt, columns[0]) == 32);
CHEIR_LIES(tilt_17, offsetof(cheir_tilt, columns[1]) == 33);
CHEIR_LIES(tilt_18, offsetof(cheir_tilt, columns[2]) == 34);
CHEIR_LIES(tilt_19, offsetof(cheir_tilt, into) == 35);
CHEIR_LIES(tilt_state, sizeof(cheir_tilt_state) == 10);
CHEIR_LIES(tilt_state_0, offsetof(cheir_tilt_state, held[0]) == 0);
CHEIR_LIES(tilt_state_1, offsetof(cheir_tilt_state, held[1]) == 2);
CHEIR_LIES(tilt_state_2, offsetof(cheir_tilt_state, held[2]) == 4);
CHEIR_LIES(tilt_state_3, offsetof(cheir_tilt_state, roll) == 6);
CHEIR_LIES(tilt_state_4, offsetof(cheir_tilt_state, pitch) == 8);
CHEIR_LIES(surface_axis, sizeof(cheir_surface_axis) == 10);
CHEIR_LIES(surface_axis_0, offsetof(cheir_surface_axis, scale.span) == 0);
CHEIR_LIES(surface_axis_1, offsetof(cheir_surface_axis, scale.factor) == 2);
CHEIR_LIES(surface_axis_2, offsetof(cheir_surface_axis, scale.mul) == 4);
CHEIR_LIES(surface_axis_3, offsetof(cheir_surface_axis, low) == 6);
CHEIR_LIES(surface_axis_4, offsetof(cheir_surface_axis, table) == 8);
CHEIR_LIES(surface, sizeof(cheir_surface) == 34);
CHEIR_LIES(surface_0, offsetof(cheir_surface, axes[0].scale.span) == 0);
CHEIR_LIES(surface_1, offsetof(cheir_surface, axes[0].scale.factor) == 2);
CHEIR_LIES(surface_2, offsetof(cheir_surface, axes[0].scale.mul) == 4);
CHEIR_LIES(surface_3, offsetof(cheir_surface, axes[0].low) == 6);
CHEIR_LIES(surface_4, offsetof(cheir_surface, axes[0].table) == 8);
CHEIR_LIES(surface_5, offsetof(cheir_surface, axes[1].scale.span) == 10);
CHEIR_LIES(surface_6, offsetof(cheir_surface, axes[1].scale.factor) == 12);
CHEIR_LIES(surface_7, offsetof(cheir_surface, axes[1].scale.mul) == 14);
CHEIR_LIES(surface_8, offsetof(cheir_surface, axes[1].low) == 16);
CHEIR_LIES(surface_9, offsetof(cheir_surface, axes[1].table) == 18);
CHEIR_LIES(surface_10, offsetof(cheir_surface, rest) == 20);
CHEIR_LIES(surface_11, offsetof(cheir_surface, on) == 22);
CHEIR_LIES(surface_12, offsetof(cheir_surface, off) == 24);
CHEIR_LIES(surface_13, offsetof(cheir_surface, columns[0]) == 26);
CHEIR_LIES(surface_14, offsetof(cheir_surface, columns[1]) == 27);
CHEIR_LIES(surface_15, offsetof(cheir_surface, columns[2]) == 28);
CHEIR_LIES(surface_16, offsetof(cheir_surface, into) == 29);
CHEIR_LIES(surface_17, offsetof(cheir_surface, settle) == 30);
CHEIR_LIES(surface_18, offsetof(cheir_surface, below) == 31);
CHEIR_LIES(surface_19, offsetof(cheir_surface, turned) == 32);
CHEIR_LIES(surface_20, offsetof(cheir_surface, pad) == 33);
CHEIR_LIES(surface_state, sizeof(cheir_surface_state) == 10);
CHEIR_LIES(surface_state_0, offsetof(cheir_surface_state, held[0]) == 0);
CHEIR_LIES(surface_state_1, offsetof(cheir_surface_state, held[1]) == 2);
CHEIR_LIES(surface_state_2, offsetof(cheir_surface_state, before[0]) == 4);
CHEIR_LIES(surface_state_3, offsetof(cheir_surface_state, before[1]) == 6);
CHEIR_LIES(surface_state_4, offsetof(cheir_surface_state, stage) == 8);
CHEIR_LIES(surface_state_5, offsetof(cheir_surface_state, agreed) == 9);
CHEIR_LIES(median, sizeof(cheir_median) == 4);
CHEIR_LIES(median_0, offsetof(cheir_median, column) == 0);
CHEIR_LIES(median_1, offsetof(cheir_median, into) == 1);
CHEIR_LIES(median_2, offsetof(cheir_median, of) == 2);
CHEIR_LIES(median_3, offsetof(cheir_median, pad) == 3);
CHEIR_LIES(median_state, sizeof(cheir_median_state) == 10);
CHEIR_LIES(median_state_0, offsetof(cheir_median_state, before[0]) == 0);
CHEIR_LIES(median_state_1, offsetof(cheir_median_state, before[1]) == 2);
CHEIR_LIES(median_state_2, offsetof(cheir_median_state, before[2]) == 4);
CHEIR_LIES(median_state_3, offsetof(cheir_median_state, before[3]) == 6);
CHEIR_LIES(median_state_4, offsetof(cheir_median_state, known) == 8);
CHEIR_LIES(median_state_5, offsetof(cheir_median_state, pad) == 9);
CHEIR_LIES(exponential, sizeof(cheir_exponential) == 6);
CHEIR_LIES(exponential_0, offsetof(cheir_exponential, cutoff) == 0);
CHEIR_LIES(exponential_1, offsetof(cheir_exponential, column) == 2);
CHEIR_LIES(exponential_2, offsetof(cheir_exponential, into) == 3);
CHEIR_LIES(exponential_3, offsetof(cheir_exponential, shift) == 4);
CHEIR_LIES(exponential_4, offsetof(cheir_exponential, pad) == 5);
CHEIR_LIES(exponential_state, sizeof(cheir_exponential_state) == 4);
CHEIR_LIES(exponential_state_0, offsetof(cheir_exponential_state, held) == 0);
CHEIR_LIES(one_euro, sizeof(cheir_one_euro) == 8);
CHEIR_LIES(one_euro_0, offsetof(cheir_one_euro, cutoff) == 0);
CHEIR_LIES(one_euro_1, offsetof(cheir_one_euro, quicker) == 2);
CHEIR_LIES(one_euro_2, offsetof(cheir_one_euro, column) == 4);
CHEIR_LIES(one_euro_3, offsetof(cheir_one_euro, into) == 5);
CHEIR_LIES(one_euro_4, offsetof(cheir_one_euro, shift) == 6);
CHEIR_LIES(one_euro_5, offsetof(cheir_one_euro, pad) == 7);
CHEIR_LIES(one_euro_state, sizeof(cheir_one_euro_state) == 8);
CHEIR_LIES(one_euro_state_0, offsetof(cheir_one_euro_state, held) == 0);
CHEIR_LIES(one_euro_state_1, offsetof(cheir_one_euro_state, speed) == 4);
CHEIR_LIES(join, sizeof(cheir_join) == 4);
CHEIR_LIES(join_0, offsetof(cheir_join, first) == 0);
CHEIR_LIES(join_1, offsetof(cheir_join, n) == 1);
CHEIR_LIES(join_2, offsetof(cheir_join, by) == 2);
CHEIR_LIES(join_3, offsetof(cheir_join, into) == 3);
CHEIR_LIES(joined, sizeof(cheir_joined) == 8);
CHEIR_LIES(joined_0, offsetof(cheir_joined, table[0]) == 0);
CHEIR_LIES(joined_1, offsetof(cheir_joined, table[1]) == 2);
CHEIR_LIES(joined_2, offsetof(cheir_joined, level) == 4);
CHEIR_LIES(joined_3, offsetof(cheir_joined, column) == 5);
CHEIR_LIES(joined_4, offsetof(cheir_joined, side_mask) == 6);
CHEIR_LIES(joined_5, offsetof(cheir_joined, pad) == 7);
CHEIR_LIES(learn, sizeof(cheir_learn) == 2);
CHEIR_LIES(learn_0, offsetof(cheir_learn, contact) == 0);
CHEIR_LIES(learn_1, offsetof(cheir_learn, rests) == 1);
CHEIR_LIES(learn_state, sizeof(cheir_learn_state) == 8);
CHEIR_LIES(learn_state_0, offsetof(cheir_learn_state, since) == 0);
CHEIR_LIES(learn_state_1, offsetof(cheir_learn_state, tick) == 2);
CHEIR_LIES(learn_state_2, offsetof(cheir_learn_state, seen) == 3);
CHEIR_LIES(learn_state_3, offsetof(cheir_learn_state, held) == 4);
CHEIR_LIES(learn_state_4, offsetof(cheir_learn_state, running) == 5);
CHEIR_LIES(learn_state_5, offsetof(cheir_learn_state, stage) == 6);
CHEIR_LIES(learn_state_6, offsetof(cheir_learn_state, fresh) == 7);
CHEIR_LIES(learn_lane, sizeof(cheir_learn_lane) == 2);
CHEIR_LIES(learn_lane_0, offsetof(cheir_learn_lane, at) == 0);
CHEIR_LIES(learn_lane_1, offsetof(cheir_learn_lane, bank) == 1);
CHEIR_LIES(learn_lane_state, sizeof(cheir_learn_lane_state) == 16);
CHEIR_LIES(learn_lane_state_0, offsetof(cheir_learn_lane_state, zero.rest) == 0);
CHEIR_LIES(learn_lane_state_1, offsetof(cheir_learn_lane_state, zero.median) == 2);
CHEIR_LIES(learn_lane_state_2, offsetof(cheir_learn_lane_state, zero.first) == 4);
CHEIR_LIES(learn_lane_state_3, offsetof(cheir_learn_lane_state, zero.looks) == 6);
CHEIR_LIES(learn_lane_state_4, offsetof(cheir_learn_lane_state, zero.stage) == 7);
CHEIR_LIES(learn_lane_state_5, offsetof(cheir_learn_lane_state, low) == 8);
CHEIR_LIES(learn_lane_state_6, offsetof(cheir_learn_lane_state, high) == 10);
CHEIR_LIES(learn_lane_state_7, offsetof(cheir_learn_lane_state, last) == 12);
CHEIR_LIES(learn_lane_state_8, offsetof(cheir_learn_lane_state, spread) == 14);
CHEIR_LIES(selector, sizeof(cheir_selector) == 3);
CHEIR_LIES(selector_0, offsetof(cheir_selector, does) == 0);
CHEIR_LIES(selector_1, offsetof(cheir_selector, to) == 1);
CHEIR_LIES(selector_2, offsetof(cheir_selector, guards) == 2);
CHEIR_LIES(selector_state, sizeof(cheir_selector_state) == 2);
CHEIR_LIES(selector_state_0, offsetof(cheir_selector_state, open) == 0);
CHEIR_LIES(selector_state_1, offsetof(cheir_selector_state, asks) == 1);
CHEIR_LIES(mode, sizeof(cheir_mode) == 1);
CHEIR_LIES(mode_0, offsetof(cheir_mode, pad) == 0);
CHEIR_LIES(mode_state, sizeof(cheir_mode_state) == 2);
CHEIR_LIES(mode_state_0, offsetof(cheir_mode_state, muted) == 0);
CHEIR_LIES(mode_state_1, offsetof(cheir_mode_state, shift) == 1);
CHEIR_LIES(tempo, sizeof(cheir_tempo) == 4);
CHEIR_LIES(tempo_0, offsetof(cheir_tempo, table) == 0);
CHEIR_LIES(tempo_1, offsetof(cheir_tempo, tempos) == 2);
CHEIR_LIES(tempo_2, offsetof(cheir_tempo, begins) == 3);
CHEIR_LIES(tempo_state, sizeof(cheir_tempo_state) == 16);
CHEIR_LIES(tempo_state_0, offsetof(cheir_tempo_state, next_us) == 0);
CHEIR_LIES(tempo_state_1, offsetof(cheir_tempo_state, tapped_us) == 4);
CHEIR_LIES(tempo_state_2, offsetof(cheir_tempo_state, beat_us) == 8);
CHEIR_LIES(tempo_state_3, offsetof(cheir_tempo_state, tempo) == 12);
CHEIR_LIES(tempo_state_4, offsetof(cheir_tempo_state, runs) == 13);
CHEIR_LIES(tempo_state_5, offsetof(cheir_tempo_state, begun) == 14);
CHEIR_LIES(tempo_state_6, offsetof(cheir_tempo_state, taps) == 15);
CHEIR_LIES(show, sizeof(cheir_show) == 16);
CHEIR_LIES(show_0, offsetof(cheir_show, scenes[0]) == 0);
CHEIR_LIES(show_1, offsetof(cheir_show, scenes[1]) == 2);
CHEIR_LIES(show_2, offsetof(cheir_show, first) == 4);
CHEIR_LIES(show_3, offsetof(cheir_show, lights) == 6);
CHEIR_LIES(show_4, offsetof(cheir_show, how) == 8);
CHEIR_LIES(show_5, offsetof(cheir_show, colour[0]) == 9);
CHEIR_LIES(show_6, offsetof(cheir_show, colour[1]) == 10);
CHEIR_LIES(show_7, offsetof(cheir_show, colour[2]) == 11);
CHEIR_LIES(show_8, offsetof(cheir_show, under[0]) == 12);
CHEIR_LIES(show_9, offsetof(cheir_show, under[1]) == 13);
CHEIR_LIES(show_10, offsetof(cheir_show, under[2]) == 14);
CHEIR_LIES(show_11, offsetof(cheir_show, pad) == 15);
CHEIR_LIES(show_state, sizeof(cheir_show_state) == 6);
CHEIR_LIES(show_state_0, offsetof(cheir_show_state, since) == 0);
CHEIR_LIES(show_state_1, offsetof(cheir_show_state, value) == 2);
CHEIR_LIES(show_state_2, offsetof(cheir_show_state, shown) == 3);
CHEIR_LIES(show_state_3, offsetof(cheir_show_state, rises) == 4);
CHEIR_LIES(show_state_4, offsetof(cheir_show_state, pad) == 5);
CHEIR_LIES(parameter, sizeof(cheir_parameter) == 3);
CHEIR_LIES(parameter_0, offsetof(cheir_parameter, high) == 0);
CHEIR_LIES(parameter_1, offsetof(cheir_parameter, low) == 1);
CHEIR_LIES(parameter_2, offsetof(cheir_parameter, registered) == 2);
CHEIR_LIES(scene_start, sizeof(cheir_scene_start) == 1);
CHEIR_LIES(scene_start_0, offsetof(cheir_scene_start, ends) == 0);
CHEIR_LIES(port, sizeof(cheir_port) == 18);
CHEIR_LIES(port_0, offsetof(cheir_port, blocks[0]) == 0);
CHEIR_LIES(port_1, offsetof(cheir_port, blocks[1]) == 2);
CHEIR_LIES(port_2, offsetof(cheir_port, blocks[2]) == 4);
CHEIR_LIES(port_3, offsetof(cheir_port, blocks[3]) == 6);
CHEIR_LIES(port_4, offsetof(cheir_port, blocks[4]) == 8);
CHEIR_LIES(port_5, offsetof(cheir_port, blocks[5]) == 10);
CHEIR_LIES(port_6, offsetof(cheir_port, blocks[6]) == 12);
CHEIR_LIES(port_7, offsetof(cheir_port, blocks[7]) == 14);
CHEIR_LIES(port_8, offsetof(cheir_port, how) == 16);
CHEIR_LIES(port_9, offsetof(cheir_port, pad) == 17);
CHEIR_LIES(port_state, sizeof(cheir_port_state) == 36);
CHEIR_LIES(port_state_0, offsetof(cheir_port_state, notes[0]) == 0);
CHEIR_LIES(port_state_1, offsetof(cheir_port_state, notes[1]) == 2);
CHEIR_LIES(port_state_2, offsetof(cheir_port_state, notes[2]) == 4);
CHEIR_LIES(port_state_3, offsetof(cheir_port_state, notes[3]) == 6);
CHEIR_LIES(port_state_4, offsetof(cheir_port_state, notes[4]) == 8);
CHEIR_LIES(port_state_5, offsetof(cheir_port_state, notes[5]) == 10);
CHEIR_LIES(port_state_6, offsetof(cheir_port_state, notes[6]) == 12);
CHEIR_LIES(port_state_7, offsetof(cheir_port_state, notes[7]) == 14);
CHEIR_LIES(port_state_8, offsetof(cheir_port_state, notes[8]) == 16);
CHEIR_LIES(port_state_9, offsetof(cheir_port_state, notes[9]) == 18);
CHEIR_LIES(port_state_10, offsetof(cheir_port_state, ends) == 20);
CHEIR_LIES(port_state_11, offsetof(cheir_port_state, pedals) == 22);
CHEIR_LIES(port_state_12, offsetof(cheir_port_state, owed) == 24);
CHEIR_LIES(port_state_13, offsetof(cheir_port_state, since) == 26);
CHEIR_LIES(port_state_14, offsetof(cheir_port_state, garbage) == 28);
CHEIR_LIES(port_state_15, offsetof(cheir_port_state, status) == 30);
CHEIR_LIES(port_state_16, offsetof(cheir_port_state, first) == 31);
CHEIR_LIES(port_state_17, offsetof(cheir_port_state, have) == 32);
CHEIR_LIES(port_state_18, offsetof(cheir_port_state, stage) == 33);
CHEIR_LIES(port_state_19, offsetof(cheir_port_state, sensed) == 34);
CHEIR_LIES(port_state_20, offsetof(cheir_port_state, program) == 35);
CHEIR_LIES(merge, sizeof(cheir_merge) == 1);
CHEIR_LIES(merge_0, offsetof(cheir_merge, ports) == 0);
CHEIR_LIES(merge_state, sizeof(cheir_merge_state) == 26);
CHEIR_LIES(merge_state_0, offsetof(cheir_merge_state, since) == 0);
CHEIR_LIES(merge_state_1, offsetof(cheir_merge_state, bytes[0]) == 2);
CHEIR_LIES(merge_state_2, offsetof(cheir_merge_state, bytes[1]) == 3);
CHEIR_LIES(merge_state_3, offsetof(cheir_merge_state, bytes[2]) == 4);
CHEIR_LIES(merge_state_4, offsetof(cheir_merge_state, bytes[3]) == 5);
CHEIR_LIES(merge_state_5, offsetof(cheir_merge_state, bytes[4]) == 6);
CHEIR_LIES(merge_state_6, offsetof(cheir_merge_state, bytes[5]) == 7);
CHEIR_LIES(merge_state_7, offsetof(cheir_merge_state, bytes[6]) == 8);
CHEIR_LIES(merge_state_8, offsetof(cheir_merge_state, bytes[7]) == 9);
CHEIR_LIES(merge_state_9, offsetof(cheir_merge_state, bytes[8]) == 10);
CHEIR_LIES(merge_state_10, offsetof(cheir_merge_state, bytes[9]) == 11);
CHEIR_LIES(merge_state_11, offsetof(cheir_merge_state, bytes[10]) == 12);
CHEIR_LIES(merge_state_12, offsetof(cheir_merge_state, bytes[11]) == 13);
CHEIR_LIES(merge_state_13, offsetof(cheir_merge_state, bytes[12]) == 14);
CHEIR_LIES(merge_state_14, offsetof(cheir_merge_state, bytes[13]) == 15);
CHEIR_LIES(merge_state_15, offsetof(cheir_merge_state, bytes[14]) == 16);
CHEIR_LIES(merge_state_16, offsetof(cheir_merge_state, bytes[15]) == 17);
CHEIR_LIES(merge_state_17, offsetof(cheir_merge_state, bytes[16]) == 18);
CHEIR_LIES(merge_state_18, offsetof(cheir_merge_state, bytes[17]) == 19);
CHEIR_LIES(merge_state_19, offsetof(cheir_merge_state, bytes[18]) == 20);
CHEIR_LIES(merge_state_20, offsetof(cheir_merge_state, bytes[19]) == 21);
CHEIR_LIES(merge_state_21, offsetof(cheir_merge_state, bytes[20]) == 22);
CHEIR_LIES(merge_state_22, offsetof(cheir_merge_state, bytes[21]) == 23);
CHEIR_LIES(merge_state_23, offsetof(cheir_merge_state, n) == 24);
CHEIR_LIES(merge_state_24, offsetof(cheir_merge_state, lock) == 25);
CHEIR_LIES(sensing, sizeof(cheir_sensing) == 1);
CHEIR_LIES(sensing_0, offsetof(cheir_sensing, pad) == 0);
CHEIR_LIES(listener, sizeof(cheir_listener) == 3);
CHEIR_LIES(listener_0, offsetof(cheir_listener, is) == 0);
CHEIR_LIES(listener_1, offsetof(cheir_listener, index) == 1);
CHEIR_LIES(listener_2, offsetof(cheir_listener, lane) == 2);
CHEIR_LIES(note, sizeof(cheir_note) == 14);
CHEIR_LIES(note_0, offsetof(cheir_note, scenes[0]) == 0);
CHEIR_LIES(note_1, offsetof(cheir_note, scenes[1]) == 2);
CHEIR_LIES(note_2, offsetof(cheir_note, table) == 4);
CHEIR_LIES(note_3, offsetof(cheir_note, lane) == 6);
CHEIR_LIES(note_4, offsetof(cheir_note, lanes) == 7);
CHEIR_LIES(note_5, offsetof(cheir_note, velocity) == 8);
CHEIR_LIES(note_6, offsetof(cheir_note, from) == 9);
CHEIR_LIES(note_7, offsetof(cheir_note, span) == 10);
CHEIR_LIES(note_8, offsetof(cheir_note, level) == 11);
CHEIR_LIES(note_9, offsetof(cheir_note, parts) == 12);
CHEIR_LIES(note_10, offsetof(cheir_note, stays) == 13);
CHEIR_LIES(note_lane, sizeof(cheir_note_lane) == 6);
CHEIR_LIES(note_lane_0, offsetof(cheir_note_lane, bend) == 0);
CHEIR_LIES(note_lane_1, offsetof(cheir_note_lane, channel) == 2);
CHEIR_LIES(note_lane_2, offsetof(cheir_note_lane, note) == 3);
CHEIR_LIES(note_lane_3, offsetof(cheir_note_lane, control) == 4);
CHEIR_LIES(note_lane_4, offsetof(cheir_note_lane, pad) == 5);
CHEIR_LIES(note_lane_state, sizeof(cheir_note_lane_state) == 2);
CHEIR_LIES(note_lane_state_0, offsetof(cheir_note_lane_state, channel) == 0);
CHEIR_LIES(note_lane_state_1, offsetof(cheir_note_lane_state, note) == 1);
CHEIR_LIES(choice, sizeof(cheir_choice) == 5);
CHEIR_LIES(choice_0, offsetof(cheir_choice, note) == 0);
CHEIR_LIES(choice_1, offsetof(cheir_choice, by) == 1);
CHEIR_LIES(choice_2, offsetof(cheir_choice, lane) == 2);
CHEIR_LIES(choice_3, offsetof(cheir_choice, lanes) == 3);
CHEIR_LIES(choice_4, offsetof(cheir_choice, slurred) == 4);
CHEIR_LIES(choice_state, sizeof(cheir_choice_state) == 6);
CHEIR_LIES(choice_state_0, offsetof(cheir_choice_state, strength) == 0);
CHEIR_LIES(choice_state_1, offsetof(cheir_choice_state, order) == 2);
CHEIR_LIES(choice_state_2, offsetof(cheir_choice_state, open) == 4);
CHEIR_LIES(choice_state_3, offsetof(cheir_choice_state, chosen) == 5);
CHEIR_LIES(choice_lane_state, sizeof(cheir_choice_lane_state) == 2);
CHEIR_LIES(choice_lane_state_0, offsetof(cheir_choice_lane_state, order) == 0);
CHEIR_LIES(pool, sizeof(cheir_pool) == 4);
CHEIR_LIES(pool_0, offsetof(cheir_pool, member) == 0);
CHEIR_LIES(pool_1, offsetof(cheir_pool, members) == 1);
CHEIR_LIES(pool_2, offsetof(cheir_pool, channel) == 2);
CHEIR_LIES(pool_3, offsetof(cheir_pool, down) == 3);
CHEIR_LIES(member_state, sizeof(cheir_member_state) == 2);
CHEIR_LIES(member_state_0, offsetof(cheir_member_state, channel) == 0);
CHEIR_LIES(member_state_1, offsetof(cheir_member_state, lane) == 1);
CHEIR_LIES(announcement, sizeof(cheir_announcement) == 4);
CHEIR_LIES(announcement_0, offsetof(cheir_announcement, channel) == 0);
CHEIR_LIES(announcement_1, offsetof(cheir_announcement, controller) == 1);
CHEIR_LIES(announcement_2, offsetof(cheir_announcement, value) == 2);
CHEIR_LIES(announcement_3, offsetof(cheir_announcement, pad) == 3);
CHEIR_LIES(degree, sizeof(cheir_degree) == 6);
CHEIR_LIES(degree_0, offsetof(cheir_degree, pitch) == 0);
CHEIR_LIES(degree_1, offsetof(cheir_degree, bend) == 2);
CHEIR_LIES(degree_2, offsetof(cheir_degree, note) == 4);
CHEIR_LIES(degree_3, offsetof(cheir_degree, pad) == 5);
CHEIR_LIES(glide, sizeof(cheir_glide) == 32);
CHEIR_LIES(glide_0, offsetof(cheir_glide, bend) == 0);
CHEIR_LIES(glide_1, offsetof(cheir_glide, low) == 4);
CHEIR_LIES(glide_2, offsetof(cheir_glide, span) == 6);
CHEIR_LIES(glide_3, offsetof(cheir_glide, table) == 8);
CHEIR_LIES(glide_4, offsetof(cheir_glide, hysteresis) == 10);
CHEIR_LIES(glide_5, offsetof(cheir_glide, settle_ticks) == 12);
CHEIR_LIES(glide_6, offsetof(cheir_glide, drift) == 14);
CHEIR_LIES(glide_7, offsetof(cheir_glide, range) == 16);
CHEIR_LIES(glide_8, offsetof(cheir_glide, per) == 18);
CHEIR_LIES(glide_9, offsetof(cheir_glide, level) == 20);
CHEIR_LIES(glide_10, offsetof(cheir_glide, column) == 21);
CHEIR_LIES(glide_11, offsetof(cheir_glide, side_mask) == 22);
CHEIR_LIES(glide_12, offsetof(cheir_glide, reads) == 23);
CHEIR_LIES(glide_13, offsetof(cheir_glide, note) == 24);
CHEIR_LIES(glide_14, offsetof(cheir_glide, school) == 25);
CHEIR_LIES(glide_15, offsetof(cheir_glide, degree) == 26);
CHEIR_LIES(glide_16, offsetof(cheir_glide, degrees) == 27);
CHEIR_LIES(glide_17, offsetof(cheir_glide, control) == 28);
CHEIR_LIES(glide_18, offsetof(cheir_glide, steps) == 29);
CHEIR_LIES(glide_19, offsetof(cheir_glide, adds) == 30);
CHEIR_LIES(glide_20, offsetof(cheir_glide, how) == 31);
CHEIR_LIES(glide_state, sizeof(cheir_glide_state) == 14);
CHEIR_LIES(glide_state_0, offsetof(cheir_glide_state, low) == 0);
CHEIR_LIES(glide_state_1, offsetof(cheir_glide_state, high) == 2);
CHEIR_LIES(glide_state_2, offsetof(cheir_glide_state, offset) == 4);
CHEIR_LIES(glide_state_3, offsetof(cheir_glide_state, since) == 6);
CHEIR_LIES(glide_state_4, offsetof(cheir_glide_state, strength) == 8);
CHEIR_LIES(glide_state_5, offsetof(cheir_glide_state, degree) == 10);
CHEIR_LIES(glide_state_6, offsetof(cheir_glide_state, wanted) == 11);
CHEIR_LIES(glide_state_7, offsetof(cheir_glide_state, stage) == 12);
CHEIR_LIES(glide_state_8, offsetof(cheir_glide_state, open) == 13);
CHEIR_LIES(gating, sizeof(cheir_gating) == 8);
CHEIR_LIES(gating_0, offsetof(cheir_gating, length_slow) == 0);
CHEIR_LIES(gating_1, offsetof(cheir_gating, listener) == 2);
CHEIR_LIES(gating_2, offsetof(cheir_gating, listeners) == 3);
CHEIR_LIES(gating_3, offsetof(cheir_gating, lane) == 4);
CHEIR_LIES(gating_4, offsetof(cheir_gating, lanes) == 5);
CHEIR_LIES(gating_5, offsetof(cheir_gating, joined) == 6);
CHEIR_LIES(gating_6, offsetof(cheir_gating, pad) == 7);
CHEIR_LIES(gating_state, sizeof(cheir_gating_state) == 2);
CHEIR_LIES(gating_state_0, offsetof(cheir_gating_state, joined) == 0);
CHEIR_LIES(gating_state_1, offsetof(cheir_gating_state, held) == 1);
CHEIR_LIES(gating_lane_state, sizeof(cheir_gating_lane_state) == 6);
CHEIR_LIES(gating_lane_state_0, offsetof(cheir_gating_lane_state, strength) == 0);
CHEIR_LIES(gating_lane_state_1, offsetof(cheir_gating_lane_state, since) == 2);
CHEIR_LIES(gating_lane_state_2, offsetof(cheir_gating_lane_state, open) == 4);
CHEIR_LIES(gating_lane_state_3, offsetof(cheir_gating_lane_state, through) == 5);
CHEIR_LIES(fingering, sizeof(cheir_fingering) == 10);
CHEIR_LIES(fingering_0, offsetof(cheir_fingering, settle_ticks) == 0);
CHEIR_LIES(fingering_1, offsetof(cheir_fingering, note) == 2);
CHEIR_LIES(fingering_2, offsetof(cheir_fingering, entry) == 3);
CHEIR_LIES(fingering_3, offsetof(cheir_fingering, entries) == 4);
CHEIR_LIES(fingering_4, offsetof(cheir_fingering, finger) == 5);
CHEIR_LIES(fingering_5, offsetof(cheir_fingering, fingers) == 6);
CHEIR_LIES(fingering_6, offsetof(cheir_fingering, unassigned) == 7);
CHEIR_LIES(fingering_7, offsetof(cheir_fingering, slurred) == 8);
CHEIR_LIES(fingering_8, offsetof(cheir_fingering, pad) == 9);
CHEIR_LIES(fingering_state, sizeof(cheir_fingering_state) == 14);
CHEIR_LIES(fingering_state_0, offsetof(cheir_fingering_state, open[0]) == 0);
CHEIR_LIES(fingering_state_1, offsetof(cheir_fingering_state, open[1]) == 2);
CHEIR_LIES(fingering_state_2, offsetof(cheir_fingering_state, strength) == 4);
CHEIR_LIES(fingering_state_3, offsetof(cheir_fingering_state, since) == 6);
CHEIR_LIES(fingering_state_4, offsetof(cheir_fingering_state, gates) == 8);
CHEIR_LIES(fingering_state_5, offsetof(cheir_fingering_state, stage) == 9);
CHEIR_LIES(fingering_state_6, offsetof(cheir_fingering_state, at) == 10);
CHEIR_LIES(fingering_state_7, offsetof(cheir_fingering_state, best) == 11);
CHEIR_LIES(fingering_state_8, offsetof(cheir_fingering_state, differs) == 12);
CHEIR_LIES(fingering_state_9, offsetof(cheir_fingering_state, plays) == 13);
CHEIR_LIES(fingers, sizeof(cheir_fingers) == 2);
CHEIR_LIES(fingers_0, offsetof(cheir_fingers, fingering) == 0);
CHEIR_LIES(fingers_1, offsetof(cheir_fingers, bit) == 1);
CHEIR_LIES(finger, sizeof(cheir_finger) == 1);
CHEIR_LIES(finger_0, offsetof(cheir_finger, adds) == 0);
CHEIR_LIES(fingering_entry, sizeof(cheir_fingering_entry) == 12);
CHEIR_LIES(fingering_entry_0, offsetof(cheir_fingering_entry, care[0]) == 0);
CHEIR_LIES(fingering_entry_1, offsetof(cheir_fingering_entry, care[1]) == 2);
CHEIR_LIES(fingering_entry_2, offsetof(cheir_fingering_entry, keys[0]) == 4);
CHEIR_LIES(fingering_entry_3, offsetof(cheir_fingering_entry, keys[1]) == 6);
CHEIR_LIES(fingering_entry_4, offsetof(cheir_fingering_entry, bend) == 8);
CHEIR_LIES(fingering_entry_5, offsetof(cheir_fingering_entry, note) == 10);
CHEIR_LIES(fingering_entry_6, offsetof(cheir_fingering_entry, pad) == 11);
CHEIR_LIES(engine_state, sizeof(cheir_engine_state) == 16);
CHEIR_LIES(engine_state_0, offsetof(cheir_engine_state, last_us) == 0);
CHEIR_LIES(engine_state_1, offsetof(cheir_engine_state, backlog_us) == 4);
CHEIR_LIES(engine_state_2, offsetof(cheir_engine_state, swept) == 8);
CHEIR_LIES(engine_state_3, offsetof(cheir_engine_state, discard) == 10);
CHEIR_LIES(engine_state_4, offsetof(cheir_engine_state, turn) == 11);
CHEIR_LIES(engine_state_5, offsetof(cheir_engine_state, looking) == 12);
CHEIR_LIES(engine_state_6, offsetof(cheir_engine_state, scene) == 13);
CHEIR_LIES(engine_state_7, offsetof(cheir_engine_state, frame) == 14);
CHEIR_LIES(engine_state_8, offsetof(cheir_engine_state, announced) == 15);
CHEIR_LIES(settings_head, sizeof(cheir_settings_head) == 28);
CHEIR_LIES(settings_head_0, offsetof(cheir_settings_head, magic) == 0);
CHEIR_LIES(settings_head_1, offsetof(cheir_settings_head, structure) == 4);
CHEIR_LIES(settings_head_2, offsetof(cheir_settings_head, digest) == 8);
CHEIR_LIES(settings_head_3, offsetof(cheir_settings_head, build) == 12);
CHEIR_LIES(settings_head_4, offsetof(cheir_settings_head, sequence) == 16);
CHEIR_LIES(settings_head_5, offsetof(cheir_settings_head, crc) == 20);
CHEIR_LIES(settings_head_6, offsetof(cheir_settings_head, layout) == 24);
CHEIR_LIES(settings_head_7, offsetof(cheir_settings_head, length) == 26);
#undef CHEIR_LIES

#endif
