import type { FamilyTable } from "./tracks.ts";

/** Places, talk, returns and paths: the third part of the usual vocabulary (notation in `tracks.ts`). */
export const SURROUNDING_FAMILIES: readonly FamilyTable[] = [
  { id: "ambience", name: "Ambience", colour: "olive", icon: "waves", roles: `
Ambience; Amb Amb Amb; ambience, ambiance, amb, ambient mics, ambience group, ambiences, ambs, ambient, atmo; place stereo
Yard; Yard Yard Yard; yard ambience, yard, yard mics, the yard; group stereo
Room; Room Room Rm; rm, rooms, room mic, room mics, rms, rm mic, room amb, roommic, room pair, room stereo, rmic; place
Hall; Hall Hall Hall; hall?, hall mic, hall mics, hall pair, halls, hall ambience, church mics; place
Mono room; MonoRm MonoRm MRm; mono rm, room mono, rm mono, trash room, trash mic, crush mic, squash mic, talkback trash; place
Corridor; Corrdr Corrdr Corr; hallway, stairwell, stairs, corridor, hallway mic, bathroom, bathroom mic; place
Audience; Aud Aud Aud; audience, aud mic, crowd, audience mic, audience mics, crowd mic, crowd mics, applause, house mics, public, crowd amb, aud, crowds, aud mics; place
Surround; Surr Surr Surr; surround mic, surround mics, surrounds, surr, surround array, ambisonic, ambisonics, ambi?, b format, soundfield; place
Height mics; Height Height Hgt; height, heights, height mic, height layer, ceiling mics, top layer; place
Atmosphere; Atmos Atmos Atm; atmos, atmosphere, atmospheres, atm, outdoor atmos, ext atmos, int atmos; stereo may
Room tone; RmTone RmTone RmTn; roomtone, rt@film, rt tone, room tone, tone room, presence tone; may
Field recording; Field Field Fld; field rec, field, walk, sound walk, soundwalk, outdoor recording, location recording, field recordings; stereo may
Binaural; Binaur Binaur Bin; binaural head, dummy head, binaural mic, kunstkopf; stereo
Sea; Sea Sea Sea; waves, ocean, surf, sea waves, shore, tide sound; stereo
Wind; Wind Wind Wind; wind noise, wind fx, wind bed; stereo
Rain; Rain Rain Rain; rain fx, thunder, storm, rain bed; stereo
Water; Water Water Watr; river, stream, splash water, water fx, hydrophone, hydro, hydrophones; stereo
Street; Street Street Strt; city, traffic, street atmos, city atmos, market, crowd street; stereo
Forest; Forest Forest Frst; woods, nature, forest atmos, nature atmos, nature sounds; stereo
` },
  { id: "talk", name: "Talk and cue", colour: "stone", icon: "talk", roles: `
Talk and cue; Talk Talk Talk; talk?, cues, talkbacks, comms, utility, util, utils, utilities, admin; group
Click; Click Click Clk; click track, clk, metronome, metro, clicktrack, click trk, met, count, count in, countin, clix; line icon=click
Guide; Guide Guide Gd; guide track, guide mix, guide, scratch track, scratch, demo, rough, scratch mix, rough mix, demo track, rough demo; line
Talkback; TB Talkbk TB; talk back, tk bk, talkback mic, tb mic, tbk, tlkbk, talkback, tb, talk?, control room talkback, cr talk, tb ctrl
Listen mic; Listen Listen Lstn; listen, lb?, listenback, listen back, lb mic
Shout mic; Shout Shout Shot; shout, shout mic, md mic, md talk, md talkback, band talk, band talkback, musical director
Reference; Ref Ref Ref; reference, ref track, reference track, ref mix, references, refs, reference mix, ref song; stereo line
Cue marks; CueMrk CueMrk CueM; spoken cues, voice cues, cue track, cue voice, voice guide cues, guide voice?, countdown; line
Test tone; Tone Tone Tone; line up tone, lineup tone, sine, test tones, tone 1k, 1k tone, calibration tone, pink noise, tone, lineup; line
Control-room monitor; Monitr Monitr Mon; monitor, control room, mon, cr monitor, speakers monitor, ctrl room, control room out; path monitor
Video; Video Video Vid; video sound, picture, guide picture audio, video audio, pix; stereo line
Empty; Spare Spare Spar; spare, empty, unused, blank, not used, tbd, reserved, nc
` },
  { id: "returns", name: "Returns", colour: "iris", icon: "sparkle", roles: `
Effect return; FX FX FX; fx, effect return, fx return, effects return, fx rtn, return, rtn, ret, efx return, fxr, fx ret, aux return, fx aux, wet, returns, fx returns, fx track; path return
Reverb; Rev Rev Rev; reverb, verb, rvb, revb, reverbs, rev, reverb return, reverb rtn, rvrb, rverb, verbs, reverberation, gated reverb, gated verb, gate verb, shimmer, reverse verb, reverse reverb, nonlin, ambience reverb, amb verb; path return
Plate reverb; Plate Plate Plt; plate, plate verb, plate rev, plt, plates, plate reverb return; path return
Hall reverb; HallRev HallRev HRev; ~(hall|large hall|concert hall|long) (reverb|verb|rev|rvb), hall reverb return, ~(vox|vocal|vx|snare|drum|drums|gtr|guitar|bv|lead vox|synth|keys) hall, church reverb, church verb, cathedral verb, long verb; path return
Room reverb; RoomRev RoomRev RRev; ~(room|short|small room|small) (reverb|verb|rev|rvb), room reverb return, short verb; path return
Chamber reverb; Chamber Chamber Chmb; chamber, echo chamber, chamber verb, chamber reverb, chmbr, chambers; path return
Spring reverb; Spring Spring Spr; spring, spring verb, spring rev, springs; path return
Convolution reverb; ConvRev ConvRev Conv; convolution, ir verb, impulse response, ir reverb, conv verb; path return
Delay; Dly Dly Dly; delay, dly, del, delays, echo, delay return, delay rtn, dl?, echoes, echos, ddl, delay throw, throw, throws, delay throws, multi tap, multitap, dub delay, dub echo; path return
Slap delay; Slap Slap Slap; slapback, slap, slap dly, slap back, short delay, slap echo, slapback delay, slap delay; path return
Long delay; LongDly LongDly LDly; long dly, quarter delay, ~(1 4|1 2) (delay|dly)?, ~(4th) (delay|dly), quarter note delay, half delay, long echo, dotted delay; path return
Eighth delay; EthDly EthDly 8Dly; ~(1 8|8th) (delay|dly), eighth note delay, dotted eighth delay; path return
Ping-pong delay; PPDly PPDly PPDl; ping pong, pingpong, ping pong dly, stereo delay, ping pong delay, pp delay; path return
Tape delay; TapeDly TapeDly TDly; tape echo, tape dly, tape delay; path return
Chorus; Chorus Chorus Chrs; chorus?, chorus fx, chorus return, ensemble fx, chorus effect, microshift, micro shift; path return
Flanger; Flanger Flanger Flng; flange, flanging; path return
Phaser; Phaser Phaser Phsr; phase fx, phasing; path return
Widener; Widener Widener Wide; widener, stereo widener, doubler fx, spread fx, micro pitch, micropitch, width fx; path return
Pitch shift; Pitch Pitch Pit; harmonizer fx, harmoniser, pitch shifter, octaver, detune, harmonizer, pitch fx; path return
Modulation; Mod Mod Mod; modulation fx, mod fx, modulation return; path return
Distortion; Dist Dist Dist; distortion return, dirt, saturation, drive fx, overdrive, fuzz, sat, saturator, distortion fx, satur; path return
Filter effect; Filter Filter Filt; filter fx, filter sweep, auto filter, lo fi fx, lofi fx; path return
Parallel compression; ParComp ParComp Par; parallel, para, parallel comp, para comp, par comp, new york comp, ny comp, nyc, crush, smash, parallel crush, parallel bus, squash, parallel compressor, para bus, drum crush, drum smash, smasher, crusher, prl, pcomp, punch; path return
Headphone reverb; HpRev HpRev HpRv; cue reverb, cue verb, monitor reverb, monitor verb, hp verb, headphone verb, comfort reverb, hp reverb, comfort verb; path return
` },
  { id: "paths", name: "Buses and main", colour: "ink", icon: "bus", roles: `
Bus; Bus Bus Bus; bus, buss, group bus, sub group, subgroup, busses, submix, sub mix, sum, group, grp, subgrp, buses, summing, sub bus, group master, grp master, submaster, sub master; path bus
Stem; Stem Stem Stem; stems, stem bus, stm, stem mix; path bus
Sidechain; Key Key Key; side chain, sc, key input, key, ghost kick, sidechain trigger, sc trigger, ghost, sc key, ducker, duck, sidechain key, trigger sidechain, ghost trigger; path bus
Aux; Aux Aux Aux; aux send, aux bus, auxiliary, aux out, fx send, fx sends, sends, send, auxes; path bus
Cue mix; Cue Cue Cue; cue, cue mix, headphone mix, headphones, hp mix, phones, hp?, cans, cue bus, foldback, monitor mix, mon mix, in ear, in ears, iem, iem mix, ears, headphone bus, monitor send, headphone, wedge, wedges, cue send, iems, hpmix; path cue-mix
Downmix; Downmix Downmix Dmix; down mix, fold down, folddown, stereo fold, downmix stereo; path bus
Record bus; Print Print Prnt; print, mix print, print track, record bus, mixprint, print mix, rec bus, bounce?, bounces, mix bounce, 2 track, two track, 2trk, two track mix, stereo print, mixdown, resample; audio stereo line
Low-frequency effects; LFE LFE LFE; lfe, low frequency effects, lfe send, sub send; path bus
Object; Object Object Obj; objects, obj, audio object, object bed; path bus
Pre-main; PreMain PreMain PreM; pre main, pre master, premaster, mix stage, all music, music bus main, instrumental bus, inst bus, band bus, all band, rhythm bus; path bus
Main; Main Main Main; main, master, main out, main mix, mix bus, mix bs, mixbs, master bus, 2 bus, two bus, stereo bus, master out, output, mix, mstr, main output, stereo out, stereo main, two mix, 2mix, mst, lr mix, main bus, master fader, mix out, mains, main stereo, masterbus, master track, stereo master, main lr; path main
` },
];

/** What stands beside a role, one a line: `Name; short form; heard as; which hand it lies on; what it means`, by group. */
export const POSITION_TABLES = {
  maker: "",
  part: `
lead; Lead; ld, main part, principal
rhythm; Rhy; rhythm, rhy, rhtm, rhyth, rhthm, rythm, rtm, strum, strums, strumming, comping, chug, chugs
solo; Solo; sol, soli, solos, feature
riff; Riff; riffs, hook, hooks, lick, licks
melody; Mel; mel, melodic, melodies, theme part, counter melody, countermelody, topline
chords; Chd; chord, chds
picking; Pick; picked, picking, fingerpicked, finger picked, fingerpick, arpeggiated, fingered, finger, fingerstyle, plucking
clean; Cln; cln, clean tone
crunch; Crn; crunchy, crn, breakup, edge
dirty; Dst; dist, distorted, distortion, drive, driven, overdriven, od, gain, fuzz, heavy, hi gain, dirt, grit, high gain, overdrive
double; Dbl; dbl, dbls, doubles, doubled, doubling, dub, dbld, dt, double track, dbl track
triple; Tpl; triples, trpl, quad track
harmony; Hrm; harm, harmonies, harmony part, harms, hrmy
octave; Oct; oct, octaves, 8ve, octave up, octave down, 8va, 8vb
verse; Vs; verses, vrs, vs
chorus; Cho; choruses, cho, chrs, refrain, chor
bridge; Brg; brdg, middle eight, middle 8, mid 8, brg
prechorus; PrC; pre chorus, pre chor, prech, pre ch, prechorus
intro; Intr; intro part
outro; Outr; outro part
section; Sec; sect, tutti part, section mic
first section; 1st; firsts part
second section; 2nd; seconds part
desk; Dsk; desks, stand, 1st desk, desk
guide; Gd; guide part, scratch, gde, scratch part, temp, rough part
electric; El; elec, plugged
acoustic; Ac; unplugged
wet; Wet; processed, effected, w fx
dry; Dry; unprocessed, no fx, raw
mid channel; MidCh; ms mid, m s mid
side channel; SideCh; ms side, sides, m s side
whispered; Whs; whispering
spoken; Spk; spkn
`,
  articulation: `
open; Opn; opened, open stroke
closed; Clsd; shut
pedal; Pdl; pedalled
muted; Mtd; muted, mute, con sordino, sordino, sord, muffled
stopped; Stop; hand stopped
palm muted; PM; palm mute, pm
pizzicato; Pizz; pizz, pizzicati
tremolo; Trem; trem, tremolos
staccato; Stac; stacc, stac, short notes, staccatos, shorts, short
staccatissimo; StacM; staccatiss
spiccato; Spic; spicc, spic
marcato; Marc; marc, marcatos
legato; Leg; leg, legatos
sustain; Sus; sus, sustains, sustained, longs, long notes, long
arco; Arco; bowed
vibrato; Vib; vibr
trill; Trl; trills, trilled, trl
swell; Swl; swells
crescendo; Cres; cresc, crescendos
short swell; SwlS; swell short, 1s swell, one second swell
long swell; SwlL; swell long, 4s swell, four second swell
harmonics; Hmx; flageolet
glissando; Gls; gliss, glissandi
flutter tongue; FlTg; flutter tongued, fluttertongue
sforzando; Sfz; sfz, sforz
col legno; ColL; legno
sul ponticello; SulP; sul pont, ponticello, pont
sul tasto; SulT; tasto
détaché; Det; detache
portamento; Ptm; portamenti
`,
  height: `
top; Top; tp, upper, over, up, tops, t@kit, upr, hi hat top
bottom; Btm; bottom, btm, bot, bttm, under, underneath, lower, down, bt, botm, bott, dn, undr, b@kit, btom
high; High; hi, hgh, highs, treble, hi part, higher
middle; Mid; mid, middle, mids, md
low; Low; lo, lows, low part, lw
`,
  depth: `
in; In; inside, inner, ins, int, inn, in mic
out; Out; outside, outer, outs, ext, port, out mic, reso, resonant
front; Frnt; frnt, fr, fnt
back; Back; bck, rear, behind, rr, bk
`,
  distance: `
close; Cls; cls, close mic, clse, tight, direct mic, cl@guitars, cl@kit, cl@strings, cl@keys, cl@brass, cl@percussion, cl@voices
spot; Spot; spot, accent, spots
near; Near; nr, nearfield
far; Far; distant, dist mic, away, fr mic, long mic
wide; Wide; wd, outrigger pos, spaced, wides
`,
  side: `
left; L; l, lft, lt, lf, lhs, lch; left
right; R; r, rgt, rt, rht, rgh, rite, rhs, rch; right
centre; C; c, center, ctr, cntr, cent, centr, mid centre, cen
left surround; Ls; ls, left surr, lsr; left
right surround; Rs; rs, right surr, rsr; right
house left; HsL; hl; audience-left
house right; HsR; hr; audience-right
stage left; StL; sl; player-left
stage right; StR; sr; player-right
hat side; HatSd; hat sd, hatside, hi hat side, hh side, hat side; player-left
ride side; RideSd; rideside, ride sd, floor side, floor tom side, ride side; player-right
snare side; SnrSd; snareside
bridge end; BrEnd; bridge end
sound hole; Hole; soundhole, body, sound hole, body mic
neck; Neck; neck, fretboard, 12th fret, twelfth fret, nck, 12 fret
hammers; Ham; hammer, hamm, hammers
lid; Lid; lid mic, lid
tail; Tail; tail end, foot end
treble side; Treb; treb, treble end, rh, right hand; player-right
bass side; BsSide; bass end, low end side, lh, left hand, low strings; player-left
bell; Bell; bell mic, bell
keys side; KeySd; keyclick, key clicks
`,
  source: `
amp; Amp; amplifier, amped, cab, cabinet, spkr, speaker, combo, amp mic, cab mic, amps, cabs, mic amp
direct; DI; di, d i, direct in, dibox, di box, direct input, d box, dir, direct out
mic; Mic; microphone, mik, mics, mike, mc, mc mic part, mic in
pickup; Pkup; pick up, pu, piezo, pup, contact, contact mic, pickups, bridge pickup, neck pickup, magnetic
line; Line; line in, line out
wireless; Rf; rf, radio, wireless
trigger; Trg; trig, trigger, trg, trigs
ribbon; Rib; ribbon, ribbons, rbn, ribbon mic
dynamic; Dyn; dynamic, dyn, dynamic mic
condenser; Cond; condenser, cnd, ldc, sdc, tube mic, condenser mic, large diaphragm, small diaphragm, tube
boundary; Bnd; boundary mic, boundary, plate mic
`,
  flag: `
dynamics on the wheel; MW; mod wheel, modwheel, modulation wheel; ; the modulation wheel carries the dynamics
keyswitches; KS; keyswitch, key switch, key switches; ; articulations are chosen by keys below the range
keyswitches below; KSlo; keyswitches low, ks low; ; articulations are chosen by keys below C1
keyswitches above; KShi; keyswitches high, ks high; ; articulations are chosen by keys above C6
round robin; RndRb; round robins; ; repeated notes take another sample each time
velocity only; Vel; velocity dynamics; ; how hard a key is struck carries the dynamics
sounds octave lower; OctLo; sounding octave lower; ; sounds an octave below where it is written
sounds octave higher; OctHi; sounding octave higher; ; sounds an octave above where it is written
`,
} as const;

/** Words that say nothing about what a track is for. */
export const FILLERS = `track trk audio new rec recording recorded take tk final fin old copy dup dupe duplicate edit edits edited ed
comp comped comps cmp ch chan channel chn input inp the a of and on for with my no nr num number version ver rev mix1 alt backup bak
warm bright untitled temp1 file wav aif aiff flac mono stereo st ster mst1 live studio session sess song band bands house desk stage idea show song songs player players part pt bip consolidated
merged bounced render rendered print1 frozen freeze unused1 main1 best good keep keeper use pass layer lyr stack stk set unit
tuned tune fixed clean1 cleaned eq nr denoised aligned quantized quantised timed orig original extra additional addl overdub odub od1 ovdb
punch1 whole full all both more less little day first1 last right1 pre post insert ins1 wl hp1 lp1 hpf lpf ok maybe check test
bpm khz bit hz ms sec min master1 lane playlist in1 out1 var variation ideas idea to from at by de la los das der die`.split(/\s+/).filter((w) => !/\d$/.test(w));
