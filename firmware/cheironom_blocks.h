/* Made from src/core/engine/blocks/registry.ts by scripts/make-layout.ts: do not edit. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_BLOCKS_H
#define CHEIRONOM_BLOCKS_H

/* Parts that an instrument has none of are left out, with what plays them. */
#if CHEIR_levels
#define CHEIR_IF_levels(x) x
#else
#define CHEIR_IF_levels(x)
#endif
#if CHEIR_creeps
#define CHEIR_IF_creeps(x) x
#else
#define CHEIR_IF_creeps(x)
#endif
#if CHEIR_gates
#define CHEIR_IF_gates(x) x
#else
#define CHEIR_IF_gates(x)
#endif
#if CHEIR_controls
#define CHEIR_IF_controls(x) x
#else
#define CHEIR_IF_controls(x)
#endif
#if CHEIR_holds
#define CHEIR_IF_holds(x) x
#else
#define CHEIR_IF_holds(x)
#endif
#if CHEIR_takeovers
#define CHEIR_IF_takeovers(x) x
#else
#define CHEIR_IF_takeovers(x)
#endif
#if CHEIR_switched
#define CHEIR_IF_switched(x) x
#else
#define CHEIR_IF_switched(x)
#endif
#if CHEIR_touch_banks
#define CHEIR_IF_touch_banks(x) x
#else
#define CHEIR_IF_touch_banks(x)
#endif
#if CHEIR_touches
#define CHEIR_IF_touches(x) x
#else
#define CHEIR_IF_touches(x)
#endif
#if CHEIR_strike_banks
#define CHEIR_IF_strike_banks(x) x
#else
#define CHEIR_IF_strike_banks(x)
#endif
#if CHEIR_strikes
#define CHEIR_IF_strikes(x) x
#else
#define CHEIR_IF_strikes(x)
#endif
#if CHEIR_contact_banks
#define CHEIR_IF_contact_banks(x) x
#else
#define CHEIR_IF_contact_banks(x)
#endif
#if CHEIR_pair_banks
#define CHEIR_IF_pair_banks(x) x
#else
#define CHEIR_IF_pair_banks(x)
#endif
#if CHEIR_pairs
#define CHEIR_IF_pairs(x) x
#else
#define CHEIR_IF_pairs(x)
#endif
#if CHEIR_depth_banks
#define CHEIR_IF_depth_banks(x) x
#else
#define CHEIR_IF_depth_banks(x)
#endif
#if CHEIR_depths
#define CHEIR_IF_depths(x) x
#else
#define CHEIR_IF_depths(x)
#endif
#if CHEIR_ribbons
#define CHEIR_IF_ribbons(x) x
#else
#define CHEIR_IF_ribbons(x)
#endif
#if CHEIR_turns
#define CHEIR_IF_turns(x) x
#else
#define CHEIR_IF_turns(x)
#endif
#if CHEIR_speeds
#define CHEIR_IF_speeds(x) x
#else
#define CHEIR_IF_speeds(x)
#endif
#if CHEIR_tones
#define CHEIR_IF_tones(x) x
#else
#define CHEIR_IF_tones(x)
#endif
#if CHEIR_tilts
#define CHEIR_IF_tilts(x) x
#else
#define CHEIR_IF_tilts(x)
#endif
#if CHEIR_surfaces
#define CHEIR_IF_surfaces(x) x
#else
#define CHEIR_IF_surfaces(x)
#endif
#if CHEIR_medians
#define CHEIR_IF_medians(x) x
#else
#define CHEIR_IF_medians(x)
#endif
#if CHEIR_exponentials
#define CHEIR_IF_exponentials(x) x
#else
#define CHEIR_IF_exponentials(x)
#endif
#if CHEIR_one_euros
#define CHEIR_IF_one_euros(x) x
#else
#define CHEIR_IF_one_euros(x)
#endif
#if CHEIR_joins
#define CHEIR_IF_joins(x) x
#else
#define CHEIR_IF_joins(x)
#endif
#if CHEIR_joined
#define CHEIR_IF_joined(x) x
#else
#define CHEIR_IF_joined(x)
#endif
#if CHEIR_learns
#define CHEIR_IF_learns(x) x
#else
#define CHEIR_IF_learns(x)
#endif
#if CHEIR_learn_lanes
#define CHEIR_IF_learn_lanes(x) x
#else
#define CHEIR_IF_learn_lanes(x)
#endif
#if CHEIR_selectors
#define CHEIR_IF_selectors(x) x
#else
#define CHEIR_IF_selectors(x)
#endif
#if CHEIR_modes
#define CHEIR_IF_modes(x) x
#else
#define CHEIR_IF_modes(x)
#endif
#if CHEIR_tempos
#define CHEIR_IF_tempos(x) x
#else
#define CHEIR_IF_tempos(x)
#endif
#if CHEIR_shows
#define CHEIR_IF_shows(x) x
#else
#define CHEIR_IF_shows(x)
#endif
#if CHEIR_parameters
#define CHEIR_IF_parameters(x) x
#else
#define CHEIR_IF_parameters(x)
#endif
#if CHEIR_scene_starts
#define CHEIR_IF_scene_starts(x) x
#else
#define CHEIR_IF_scene_starts(x)
#endif
#if CHEIR_ports
#define CHEIR_IF_ports(x) x
#else
#define CHEIR_IF_ports(x)
#endif
#if CHEIR_merges
#define CHEIR_IF_merges(x) x
#else
#define CHEIR_IF_merges(x)
#endif
#if CHEIR_sensings
#define CHEIR_IF_sensings(x) x
#else
#define CHEIR_IF_sensings(x)
#endif
#if CHEIR_listeners
#define CHEIR_IF_listeners(x) x
#else
#define CHEIR_IF_listeners(x)
#endif
#if CHEIR_notes
#define CHEIR_IF_notes(x) x
#else
#define CHEIR_IF_notes(x)
#endif
#if CHEIR_note_lanes
#define CHEIR_IF_note_lanes(x) x
#else
#define CHEIR_IF_note_lanes(x)
#endif
#if CHEIR_choices
#define CHEIR_IF_choices(x) x
#else
#define CHEIR_IF_choices(x)
#endif
#if CHEIR_pools
#define CHEIR_IF_pools(x) x
#else
#define CHEIR_IF_pools(x)
#endif
#if CHEIR_announcements
#define CHEIR_IF_announcements(x) x
#else
#define CHEIR_IF_announcements(x)
#endif
#if CHEIR_degrees
#define CHEIR_IF_degrees(x) x
#else
#define CHEIR_IF_degrees(x)
#endif
#if CHEIR_glides
#define CHEIR_IF_glides(x) x
#else
#define CHEIR_IF_glides(x)
#endif
#if CHEIR_gatings
#define CHEIR_IF_gatings(x) x
#else
#define CHEIR_IF_gatings(x)
#endif
#if CHEIR_fingerings
#define CHEIR_IF_fingerings(x) x
#else
#define CHEIR_IF_fingerings(x)
#endif
#if CHEIR_fingers
#define CHEIR_IF_fingers(x) x
#else
#define CHEIR_IF_fingers(x)
#endif
#if CHEIR_finger_adds
#define CHEIR_IF_finger_adds(x) x
#else
#define CHEIR_IF_finger_adds(x)
#endif
#if CHEIR_fingering_entries
#define CHEIR_IF_fingering_entries(x) x
#else
#define CHEIR_IF_fingering_entries(x)
#endif
#define CHEIR_PARTS_IN(X) CHEIR_IF_levels(X(levels, level)) CHEIR_IF_creeps(X(creeps, creep)) CHEIR_IF_gates(X(gates, gate)) CHEIR_IF_controls(X(controls, control)) CHEIR_IF_holds(X(holds, hold)) CHEIR_IF_takeovers(X(takeovers, takeover)) CHEIR_IF_switched(X(switched, switched)) CHEIR_IF_touch_banks(X(touch_banks, touch_bank)) CHEIR_IF_touches(X(touches, touch)) CHEIR_IF_strike_banks(X(strike_banks, strike_bank)) CHEIR_IF_strikes(X(strikes, strike)) CHEIR_IF_contact_banks(X(contact_banks, contact_bank)) CHEIR_IF_pair_banks(X(pair_banks, pair_bank)) CHEIR_IF_pairs(X(pairs, pair)) CHEIR_IF_depth_banks(X(depth_banks, depth_bank)) CHEIR_IF_depths(X(depths, depth)) CHEIR_IF_ribbons(X(ribbons, ribbon)) CHEIR_IF_turns(X(turns, turn)) CHEIR_IF_speeds(X(speeds, speed)) CHEIR_IF_tones(X(tones, tone)) CHEIR_IF_tilts(X(tilts, tilt)) CHEIR_IF_surfaces(X(surfaces, surface)) CHEIR_IF_medians(X(medians, median)) CHEIR_IF_exponentials(X(exponentials, exponential)) CHEIR_IF_one_euros(X(one_euros, one_euro)) CHEIR_IF_joins(X(joins, join)) CHEIR_IF_joined(X(joined, joined)) CHEIR_IF_learns(X(learns, learn)) CHEIR_IF_learn_lanes(X(learn_lanes, learn_lane)) CHEIR_IF_selectors(X(selectors, selector)) CHEIR_IF_modes(X(modes, mode)) CHEIR_IF_tempos(X(tempos, tempo)) CHEIR_IF_shows(X(shows, show)) CHEIR_IF_parameters(X(parameters, parameter)) CHEIR_IF_scene_starts(X(scene_starts, scene_start)) CHEIR_IF_ports(X(ports, port)) CHEIR_IF_merges(X(merges, merge)) CHEIR_IF_sensings(X(sensings, sensing)) CHEIR_IF_listeners(X(listeners, listener)) CHEIR_IF_notes(X(notes, note)) CHEIR_IF_note_lanes(X(note_lanes, note_lane)) CHEIR_IF_choices(X(choices, choice)) CHEIR_IF_pools(X(pools, pool)) CHEIR_IF_announcements(X(announcements, announcement)) CHEIR_IF_degrees(X(degrees, degree)) CHEIR_IF_glides(X(glides, glide)) CHEIR_IF_gatings(X(gatings, gating)) CHEIR_IF_fingerings(X(fingerings, fingering)) CHEIR_IF_fingers(X(fingers, fingers)) CHEIR_IF_finger_adds(X(finger_adds, finger)) CHEIR_IF_fingering_entries(X(fingering_entries, fingering_entry))

/* Blocks by what they do, each by the function of its name: CHEIR_STARTS: _start, CHEIR_LOOKS: _look, CHEIR_DERIVES: _derive, CHEIR_DERIVE_EDGES: _derive_edge, CHEIR_BYTES: _byte, CHEIR_SCENES: _scene, CHEIR_SILENCES: _silence, CHEIR_DERIVE_EXPIRES: _derive_expire, CHEIR_SWEEPS: _sweep. */
#define CHEIR_STARTS(X) CHEIR_IF_ports(X(port)) CHEIR_IF_sensings(X(sensing)) CHEIR_IF_tempos(X(tempo)) CHEIR_IF_ribbons(X(ribbon)) CHEIR_IF_turns(X(turn)) CHEIR_IF_speeds(X(speed)) CHEIR_IF_tones(X(tone)) CHEIR_IF_tilts(X(tilt)) CHEIR_IF_surfaces(X(surface)) CHEIR_IF_medians(X(median)) CHEIR_IF_exponentials(X(exponential)) CHEIR_IF_one_euros(X(one_euro)) CHEIR_IF_joins(X(join)) CHEIR_IF_choices(X(choice)) CHEIR_IF_holds(X(hold)) CHEIR_IF_shows(X(show)) CHEIR_IF_switched(X(switched)) CHEIR_IF_takeovers(X(takeover)) CHEIR_IF_controls(X(control)) CHEIR_IF_announcements(X(announce)) CHEIR_IF_glides(X(glide)) CHEIR_IF_fingerings(X(fingering)) CHEIR_IF_gatings(X(gating)) CHEIR_IF_levels(X(level)) CHEIR_IF_creeps(X(creep)) CHEIR_IF_gates(X(gate)) CHEIR_IF_touch_banks(X(touch)) CHEIR_IF_strike_banks(X(strike)) CHEIR_IF_contact_banks(X(contacts)) CHEIR_IF_pair_banks(X(pair)) CHEIR_IF_depth_banks(X(depth)) CHEIR_IF_learns(X(learn)) CHEIR_IF_selectors(X(selector)) CHEIR_IF_pools(X(pool)) CHEIR_IF_note_lanes(X(note))
#define CHEIR_LOOKS(X) CHEIR_IF_levels(X(level)) CHEIR_IF_strike_banks(X(strike))
#define CHEIR_FRAMES(X) CHEIR_IF_switched(X(switched)) CHEIR_IF_controls(X(control)) CHEIR_IF_announcements(X(announce)) CHEIR_IF_glides(X(glide)) CHEIR_IF_fingerings(X(fingering)) CHEIR_IF_gatings(X(gating)) CHEIR_IF_gates(X(gate)) CHEIR_IF_touch_banks(X(touch)) CHEIR_IF_strike_banks(X(strike)) CHEIR_IF_contact_banks(X(contacts)) CHEIR_IF_pair_banks(X(pair)) CHEIR_IF_depth_banks(X(depth))
#define CHEIR_EDGES(X) CHEIR_IF_contact_banks(X(contacts)) CHEIR_IF_pair_banks(X(pair)) CHEIR_IF_learns(X(learn))
#define CHEIR_BYTES(X) CHEIR_IF_ports(X(port))
#define CHEIR_SCENES(X) CHEIR_IF_turns(X(turn)) CHEIR_IF_controls(X(control)) CHEIR_IF_note_lanes(X(note))
#define CHEIR_SILENCES(X) CHEIR_IF_ports(X(port)) CHEIR_IF_choices(X(choice)) CHEIR_IF_glides(X(glide)) CHEIR_IF_fingerings(X(fingering)) CHEIR_IF_gatings(X(gating)) CHEIR_IF_gates(X(gate)) CHEIR_IF_touch_banks(X(touch)) CHEIR_IF_strike_banks(X(strike)) CHEIR_IF_pair_banks(X(pair)) CHEIR_IF_depth_banks(X(depth)) CHEIR_IF_selectors(X(selector)) CHEIR_IF_note_lanes(X(note))
#define CHEIR_EXPIRES(X) CHEIR_IF_ports(X(port)) CHEIR_IF_controls(X(control)) CHEIR_IF_glides(X(glide)) CHEIR_IF_fingerings(X(fingering)) CHEIR_IF_gates(X(gate)) CHEIR_IF_strike_banks(X(strike)) CHEIR_IF_contact_banks(X(contacts)) CHEIR_IF_pair_banks(X(pair)) CHEIR_IF_depth_banks(X(depth)) CHEIR_IF_learns(X(learn))
#define CHEIR_SWEEPS(X) CHEIR_IF_sensings(X(sensing)) CHEIR_IF_controls(X(control)) CHEIR_IF_glides(X(glide)) CHEIR_IF_fingerings(X(fingering)) CHEIR_IF_creeps(X(creep)) CHEIR_IF_pair_banks(X(pair))
#define CHEIR_DERIVES(X) CHEIR_IF_ribbons(X(ribbon)) CHEIR_IF_turns(X(turn)) CHEIR_IF_speeds(X(speed)) CHEIR_IF_tones(X(tone)) CHEIR_IF_tilts(X(tilt)) CHEIR_IF_surfaces(X(surface)) CHEIR_IF_medians(X(median)) CHEIR_IF_exponentials(X(exponential)) CHEIR_IF_one_euros(X(one_euro)) CHEIR_IF_joins(X(join))
#define CHEIR_DERIVE_EDGES(X) CHEIR_IF_turns(X(turn)) CHEIR_IF_speeds(X(speed)) CHEIR_IF_tones(X(tone))
#define CHEIR_DERIVE_EXPIRES(X) CHEIR_IF_turns(X(turn)) CHEIR_IF_speeds(X(speed)) CHEIR_IF_tones(X(tone)) CHEIR_IF_medians(X(median)) CHEIR_IF_exponentials(X(exponential)) CHEIR_IF_one_euros(X(one_euro))

/* Who hears a gate, and where a velocity comes from: `<name>_opens` and `<name>_closes`, `velocity_<name>`. */
enum { CHEIR_HEARS_NOTE = 0, CHEIR_HEARS_CHOICE_GATE = 1, CHEIR_HEARS_CHOICE_PITCH = 2, CHEIR_HEARS_GLIDE = 3, CHEIR_HEARS_FINGERING_GATE = 4, CHEIR_HEARS_FINGER = 5, CHEIR_HEARS_GATING_GATE = 6, CHEIR_HEARS_GATING_JOINED = 7, CHEIR_HEARS_GATING_HELD = 8, CHEIR_HEARS_SWITCHED = 9, CHEIR_HEARS_HOLD = 10, CHEIR_HEARS_SELECTOR = 11, CHEIR_HEARS_SELECTOR_GUARD = 12 };
#define CHEIR_HEARERS(X) CHEIR_IF_note_lanes(X(note, CHEIR_HEARS_NOTE)) CHEIR_IF_choices(X(choice_gate, CHEIR_HEARS_CHOICE_GATE)) CHEIR_IF_choices(X(choice_pitch, CHEIR_HEARS_CHOICE_PITCH)) CHEIR_IF_glides(X(glide, CHEIR_HEARS_GLIDE)) CHEIR_IF_fingerings(X(fingering_gate, CHEIR_HEARS_FINGERING_GATE)) CHEIR_IF_fingerings(X(finger, CHEIR_HEARS_FINGER)) CHEIR_IF_gatings(X(gating_gate, CHEIR_HEARS_GATING_GATE)) CHEIR_IF_gatings(X(gating_joined, CHEIR_HEARS_GATING_JOINED)) CHEIR_IF_gatings(X(gating_held, CHEIR_HEARS_GATING_HELD)) CHEIR_IF_switched(X(switched, CHEIR_HEARS_SWITCHED)) CHEIR_IF_holds(X(hold, CHEIR_HEARS_HOLD)) CHEIR_IF_selectors(X(selector, CHEIR_HEARS_SELECTOR)) CHEIR_IF_selectors(X(selector_guard, CHEIR_HEARS_SELECTOR_GUARD))
enum { CHEIR_VELOCITY_FIXED = 0, CHEIR_VELOCITY_STRENGTH = 1, CHEIR_VELOCITY_LEVEL = 2 };
#if CHEIR_velocity_fixed
#define CHEIR_IF_velocity_fixed(x) x
#else
#define CHEIR_IF_velocity_fixed(x)
#endif
#if CHEIR_velocity_strength
#define CHEIR_IF_velocity_strength(x) x
#else
#define CHEIR_IF_velocity_strength(x)
#endif
#if CHEIR_velocity_level
#define CHEIR_IF_velocity_level(x) x
#else
#define CHEIR_IF_velocity_level(x)
#endif
#define CHEIR_VELOCITIES(X) CHEIR_IF_velocity_fixed(X(fixed, CHEIR_VELOCITY_FIXED)) CHEIR_IF_velocity_strength(X(strength, CHEIR_VELOCITY_STRENGTH)) CHEIR_IF_velocity_level(X(level, CHEIR_VELOCITY_LEVEL))

/* What sounds, then what plays it. */
#if CHEIR_note_lanes
#include "cheironom_velocity.h"
#include "cheironom_allocator.h"
#endif
#if CHEIR_choices
#include "cheironom_choice.h"
#endif
#if CHEIR_holds
#include "cheironom_hold.h"
#endif
#if CHEIR_switched
#include "cheironom_switched.h"
#endif
#if CHEIR_glides
#include "cheironom_glide.h"
#endif
#if CHEIR_fingerings
#include "cheironom_fingering.h"
#endif
#if CHEIR_gatings
#include "cheironom_gating.h"
#endif
#if CHEIR_selectors
#include "cheironom_selector.h"
#endif
#if CHEIR_note_lanes
#include "cheironom_note.h"
#endif
#include "cheironom_events.h"
#if CHEIR_ports
#include "cheironom_input.h"
#endif
#if CHEIR_sensings
#include "cheironom_sensing.h"
#endif
#if CHEIR_tempos
#include "cheironom_tempo.h"
#endif
#if CHEIR_ribbons
#include "cheironom_ribbon.h"
#endif
#if CHEIR_turns
#include "cheironom_turn.h"
#endif
#if CHEIR_speeds
#include "cheironom_speed.h"
#endif
#if CHEIR_tones
#include "cheironom_tone.h"
#endif
#if CHEIR_tilts
#include "cheironom_tilt.h"
#endif
#if CHEIR_surfaces
#include "cheironom_surface.h"
#endif
#if CHEIR_medians
#include "cheironom_median.h"
#endif
#if CHEIR_exponentials
#include "cheironom_exponential.h"
#endif
#if CHEIR_one_euros
#include "cheironom_one_euro.h"
#endif
#if CHEIR_joins
#include "cheironom_join.h"
#endif
#if CHEIR_shows
#include "cheironom_show.h"
#endif
#if CHEIR_takeovers
#include "cheironom_takeover.h"
#endif
#if CHEIR_controls
#include "cheironom_control.h"
#endif
#if CHEIR_announcements
#include "cheironom_announce.h"
#endif
#if CHEIR_levels
#include "cheironom_level.h"
#endif
#if CHEIR_creeps
#include "cheironom_creep.h"
#endif
#if CHEIR_gates
#include "cheironom_gate.h"
#endif
#if CHEIR_touch_banks
#include "cheironom_touch.h"
#endif
#if CHEIR_strike_banks
#include "cheironom_strike.h"
#endif
#if CHEIR_contact_banks
#include "cheironom_contacts.h"
#endif
#if CHEIR_pair_banks
#include "cheironom_pair.h"
#endif
#if CHEIR_depth_banks
#include "cheironom_depth.h"
#endif
#if CHEIR_learns
#include "cheironom_learn.h"
#endif
#if CHEIR_pools
#include "cheironom_pool.h"
#endif

#endif
