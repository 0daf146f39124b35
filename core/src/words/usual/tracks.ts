/**
 * The vocabulary of the usual studio, as plain tables: one role a line,
 * `Name; short form, 8 and 4 characters; heard as; traits`.
 *
 * In "heard as", commas part the entries; `(a|b)` stands for either word, a leading `~` for both orders,
 * `@family` for "only there", a trailing `?` for "understood, never sure".
 * Traits: group, place, path, a track kind, a source (mic is the rest), a format, how much it is wanted where
 * there are too few inputs (must, may; of places may is the rest, else should), `icon=…`, `colour=…`,
 * `at=…` (positions that make sense for it, by id).
 * Common practice of the trade, no source.
 */
export interface FamilyTable { id: string; name: string; colour: string; icon: string; roles: string }

export const TRACK_FAMILIES: readonly FamilyTable[] = [
  { id: "kit", name: "Drum kit", colour: "harbour", icon: "kit", roles: `
Drum kit; Kit Kit Kit; drm, drum, drums, drumkit, the kit, drum set, drumset, drs, drms, live drums, acoustic drums, kit mics; group
Kick; Kick Kick Kik; kick drum, bass drum, bd, kik, kd, kck, kic, kk, k drum, kdrum, k?, bass drums, kick mic, acoustic bass drum; at=in,out,front,back,close,boundary must
Kick sub; KickSub KickSub KSub; sub kick, subkick, kick sub mic, sub k, kik sub, sub bd
Kick click; KickClk KickClk KClk; kick beater, beater, kick batter, kick attack
Snare; Snare Snare Snr; snare drum, sn, sd, snr, sna, snare dr, main snare, s?, snare 14; at=top,bottom,close,snare-side must
Side snare; SideSnr SideSnr SSnr; second snare, snare 2nd, piccolo snare, aux snare, popcorn snare
Side stick; SideStk SideStk SStk; sidestick, cross stick, xstick, rimshot, rim, rim click, rim shot
Snare brushes; Brushes Brushes Brsh; brush, brush snare, brushed snare
Hi-hat; Hat Hat Hat; hh, hihat, hats, hi hats, hat mic, high hat, hht, hthat; at=top,bottom,close
Tom; Tom Tom Tom; toms, tm, t@kit, tom tom, tomtom, tom mic, melodic tom, melodic toms; at=top,bottom,high,middle,low
Rack tom; RackTom RackTom RTom; ~(rack|rck) (tom|toms), rt?, high tom, hi tom, small tom, mid tom, rack, racks, mounted tom, upper tom, ht?, mt?, rktom; at=top,bottom,high,middle,low
Floor tom; FlrTom FlrTom FTom; ~(floor|flr|fl) (tom|toms), ft, floor, low tom, lo tom, flt@kit, lt?, big tom, flr; at=top,bottom,high,low
Ride; Ride Ride Ride; ride cymbal, ride cym, rd, rde, ride mic; at=top,bottom,bell
Crash; Crash Crash Crsh; crash cymbal, crash cym, crashes, cr?, csh
China; China China Chna; china cymbal, chinas, china cym, chinese cymbal
Splash; Splash Splash Spls; splash cymbal, splash cym
Cymbals; Cyms Cyms Cym; cymbal, cymb, cyms, cym mic, under cymbals, under cym
Overheads; OH OH OH; overhead, over head, ohs, ovh, ovhd, ohd, o h, overhds, ovrhd, drum overhead, kit oh, cymbals overhead, spaced pair oh, oh hats; at=left,right,centre,hat-side,ride-side,wide,spot
Kit front; KitFrnt KitFrnt KFrt; front of kit, fok, kit front mic, front kit, kit mono, drum front
Kit under; Under Under Undr; under mic, under kit, underheads
Knee mic; Knee Knee Knee; knee, wurst mic, crotch, crotch mic, shell mic
Drum loop; DrmLoop DrmLoop DLp; loop drums, drums loop, beat loop, breakbeat, break beat, drum break, beat; stereo line
Electronic drums; EDrums EDrums EDrm; ekit, e drums, edrum, electric drums, electronic kit, e kit, drum pads, drum pad, synth drum, synth drums; stereo line
Drum machine; DrmMach DrmMach DMch; drum box, beatbox machine, rhythm box, dr machine, dr mach, dr mch, beats, programmed drums, drum prog, prog drums, drum programming; stereo line
Kick sample; KickSmp KickSmp KSmp; ~(kick|bd|kik) (sample|smp|trigger|trig|trg|samp|samples), kick reinforcement, electronic kick, synth kick; line
Snare sample; SnrSmp SnrSmp SSmp; ~(snare|sn|sd|snr) (sample|smp|trigger|trig|trg|samp|samples), electronic snare; line
Tom sample; TomSmp TomSmp TSmp; ~(tom|toms) (sample|smp|trigger|trig|samp|samples); line
Clap; Clap Clap Clap; claps, hand clap, handclaps, hand claps, clp, clapping
Snap; Snap Snap Snap; snaps, finger snap, finger snaps, finger clicks
` },
  { id: "percussion", name: "Percussion", colour: "slate", icon: "hand-drum", roles: `
Percussion; Perc Perc Perc; percs, perc mic, prc, aux perc, percussions, hand percussion, toys, perc toys, small percussion; group
Shaker; Shaker Shaker Shkr; shakers, shk, egg shaker, egg, shkr, caxixi, ganza
Tambourine; Tamb Tamb Tamb; tambo, tam?, tmb, tambourines, tambs, pandeiro
Maracas; Maracas Maracas Mrcs; maraca, rumba shakers
Agogo; Agogo Agogo Aggo; agogos, agogo bell, agogo bells
Cowbell; Cowbell Cowbell CBll; cow bell, cbell, cow bells, cb?
Woodblock; WdBlock WdBlock WdBk; wood block, woodblocks, temple blocks, temple block, block?, jam block
Claves; Claves Claves Clvs; clave
Cuica; Cuica Cuica Cuic; cuicas
Guiro; Guiro Guiro Guir; guir?, guiros, rasp
Triangle; Triangl Triangl Tri; triangles, tri
Finger cymbals; FngCym FngCym FCym; crotales, zills, finger cym, antique cymbals
Wind chimes; Chimes Chimes Chms; chimes, mark tree, bar chimes, wind chime, chime tree, bell tree
Cabasa; Cabasa Cabasa Cbsa; afuche
Vibraslap; VibSlap VibSlap VbSl; vibra slap, jawbone
Whip; Whip Whip Whip; slapstick
Ratchet; Ratchet Ratchet Rtch; rattle
Castanets; Castan Castan Cstn; castanet
Cajon; Cajon Cajon Cajn; cajons, cajon snare, box drum
Djembe; Djembe Djembe Djmb; djembes, jembe
Darbuka; Darbuka Darbuka Drbk; doumbek, dumbek, tabla darbuka, goblet drum
Tabla; Tabla Tabla Tbla; tablas, dayan, bayan
Udu; Udu Udu Udu; udu drum, clay pot
Frame drum; FrmDrum FrmDrum FrDm; bodhran, daf, riq, bendir, tar drum, frame drums
Taiko; Taiko Taiko Taik; taikos, taiko drum, taiko drums
Dhol; Dhol Dhol Dhol; dholak, dholki
Surdo; Surdo Surdo Srdo; surdos
Timbales; Timbal Timbal Tmbl; timbale, timbs
Stomp; Stomp Stomp Stmp; stomps, foot stomp, foot stomps, stomp box, feet, footboard
Body percussion; BodyPrc BodyPrc Body; body perc, thigh slap, knee slaps
Percussion loop; PrcLoop PrcLoop PLp; perc loop, loop perc, shaker loop, top loop; stereo line
Timpani; Timp Timp Timp; timps, timpany, kettle drum, kettle drums, kettledrums, tymp, tympani
Concert bass drum; GranCsa GranCsa GCas; gran cassa, gran casa, orch bass drum, orchestral bass drum, concert bd, concert bass, grand cassa, gc?, grand casa, bd orch, orch bd, bass drum@percussion, bd@percussion
Concert snare; CncSnr CncSnr CSnr; orchestral snare, orch snare, field drum, side drum, military snare, snare@percussion, tenor drum, snares orch, orch snares, snare orch
Suspended cymbal; SusCym SusCym SCym; sus cym, sus cymbal, susp cym, roll cymbal, cymbal roll
Clash cymbals; ClshCym ClshCym ClCy; piatti?, crash cymbals pair, hand cymbals, orchestral cymbals, cymbals@percussion
Tam-tam; TamTam TamTam TmTm; tam tam, tamtams, gong, gongs, wind gong
Glockenspiel; Glock Glock Glck; glk, glockenspiels, bells?, orchestra bells, glocken
Xylophone; Xylo Xylo Xylo; xyl, xylophones
Marimba; Marimba Marimba Mrmb; mar?, marimbas, bass marimba, mba
Vibraphone; Vibes Vibes Vibe; vibe, vibraphones, vib, vbs, vibs
Tubular bells; TubBell TubBell TubB; tub bells, tubular bell, orchestral chimes, church bells, tubulars
Handbells; HndBell HndBell HBll; hand bells, handbell, sleigh bells, sleighbells, jingle bells, jingles, tinkle bell, tinkle bells
Anvil; Anvil Anvil Anvl; anvils, metal hit
Hang drum; HandPan HandPan HPan; handpan, hand pan, hang, tongue drum, steel tongue drum
Kalimba; Kalimba Kalimba Klmb; mbira, thumb piano
Gamelan; Gamelan Gamelan Gmln; bonang, saron, gender gamelan
` },
  { id: "engine", name: "Engine room", colour: "tidewater", icon: "iron", roles: `
Engine room; Engine Engine Eng; engine, engineroom, eng room, rhythm section yard; group
Iron; Iron Iron Iron; irons, brake drum, brakedrum, brake drums, steel iron, brake; colour=slate
Conga; Conga Conga Cnga; congas, conga drum, tumba, quinto, tumbadora, cng, cga, conga mic; icon=hand-drum colour=tidewater
Bongos; Bongo Bongo Bngo; bongos, bgo, bongo drums; icon=hand-drum colour=tidewater
Scratcher; Scrchr Scrchr Scr; scraper, guira, scratchers, scratcher mic, scratch@engine; icon=scratcher colour=mist
Hand drums; HndDrum HndDrum HDrm; hand drum, hand drms; icon=hand-drum colour=tidewater
Tamboo bamboo; Bamboo Bamboo Bmbo; bamboo, tambu bamboo; icon=scratcher colour=mist
Kalinda drum; Kalinda Kalinda Kldr; cutter drum, kalinda; icon=hand-drum colour=tidewater
` },
  { id: "pans", name: "Pans", colour: "saffron", icon: "pan", roles: `
Pans; Pans Pans Pans; pan, steelpan, steel pan, steelpans, steel pans, steel drum, steel drums, steelband, steel band, panyard; group
Tenor pan; TnrPan TnrPan Tnr; tnr?, tenor steelpan, lead pan, soprano pan, tnr pan, first pan, 1st pan, low tenor, high tenor, tenor@pans, tenors@pans, tnr@pans, lead@pans, tp@pans, ten pan
Double tenor; DblTnr DblTnr DTnr; dbl tenor, double tnr, dbl tnr, double tenors, dt@pans, dten
Double second; DblSec DblSec DSec; dbl second, double sec, dbl sec, second pan, seconds pan, double seconds, dbl seconds, 2nd pan, second@pans, seconds@pans, 2nds, dbl 2nd, double 2nd, ds@pans, second pans, 2nd pans; colour=amber
Triple second; TrpSec TrpSec TSec; trip second, triple sec, triple seconds, trp second; colour=amber
Quadrophonic pan; QuadPan QuadPan Quad; quads pan, quad@pans, quadrophonic, quadraphonic pan, quads@pans; colour=amber
Four pan; FourPan FourPan 4Pan; four-pan, fours pan, 4 pan, 4 pans, fours@pans, four pans; colour=russet
Triple cello; CelPan CelPan TCel; cello pan, cello pans, three cello, 3 cello pan, cel pan, triple cellos, cello@pans, cellos@pans, three cellos, cel@pans, tri cello; colour=russet
Four cello; FourCel FourCel 4Cel; four cello pan, 4 cello, 4 cellos, four cellos; colour=russet
Guitar pan; GtrPan GtrPan GPan; double guitar pan, gtr pan, double guitar, guitar pans, double guitars, dbl guitar, dbl gtr pan, guitar@pans, guitars@pans, gtr@pans, triple guitar; colour=russet
Tenor bass; TnrBass TnrBass TBas; tenor bass pan, tnr bass, tenor basses, tbass@pans; colour=umber
Six-bass; SixBass SixBass 6Bas; six bass, 6 bass, six basses, 6 basses, basses@pans, bass@pans, six bass pan, bass pan, bass pans; colour=umber
Nine-bass; NinBass NinBass 9Bas; nine bass, 9 bass, 9 basses, nine basses; colour=umber
Twelve-bass; TwlBass TwlBass 12Bs; twelve bass, 12 bass, 12 basses; colour=umber
Ping pong pan; PingPan PingPan Ping; one pan, round the neck, pan round neck, neck pan
` },
  { id: "bass", name: "Bass", colour: "umber", icon: "bass", roles: `
Bass section; Basses Basses Bses; bass group, all bass, low end; group
Bass guitar; Bass Bass Bass; bass, bs, bss, bas, bass gtr, bs gtr, bassgtr, electric bass, elec bass, ebass, e bass, el bass, bass g, b gtr, bgtr, bass gt, bass git, slap bass, fretless bass, fretless, picked bass, bass clean, bass drive; di
Upright bass; Upright Upright Uprt; upright, urb, acoustic bass, ac bass, standup bass, stand up bass, ubass, up bass, up bs, upr bs, jazz bass upright, slap upright, upr bass, bull fiddle, uprt bass
Synth bass; SynBass SynBass SynB; ~(synth|syn) (bass|bs), bass synth, bass syn, keys bass, key bass, 808, 808 bass, eight oh eight, reese bass, wobble bass, acid bass, bassline?; line
Sub bass; SubBass SubBass SubB; sub, subs, bass sub, sine bass, sub drop, lo sub; line
` },
  { id: "guitars", name: "Guitars", colour: "moss", icon: "guitar", roles: `
Guitars; Gtrs Gtrs Gtrs; gtrs, gtr group, all guitars, gits, guits, guitars all; group
Electric guitar; EGtr EGtr EGt; ~(electric|elec|el|e|elc|lec) (guitar|guitars|gtr|gtrs|gt|git|guit|guir), guitar, gtr, gt, git, guit, gui, gtar, egt, eg, electric?, power chords, jazz guitar, electric guitar jazz; icon=guitar-electric
Acoustic guitar; AGtr AGtr AGt; ~(acoustic|ac|aco|acou|acst|acc|acous) (guitar|guitars|gtr|gtrs|gt|git|guit|guir), acoustic, acoustics, acous, a (guitar|guitars|gtr|gtrs|gt), agt, ag, steel string, steel string guitar, strummed acoustic, acgtr, acc gt, acoustic guitar steel, steel acoustic, acoustic guitar steel string
Nylon guitar; NylGtr NylGtr NGtr; ~(nylon|classical|spanish|nyl|flamenco|class) (guitar|gtr|gt|guitars), cl gtr?, nylon, nylon string, flamenco, ngtr, nylon string guitar, acoustic guitar nylon
12-string guitar; 12Str 12Str 12St; ~(12 string|twelve string|12 str|12st) (guitar|gtr|acoustic|gt), 12 string, twelve string, 12str
Baritone guitar; BariGtr BariGtr BrGt; ~(baritone|bari) (guitar|gtr|gt)
Slide guitar; SlideGt SlideGt Sld; ~(slide|bottleneck|sld) (guitar|gtr|gt), slide, resonator, reso gtr, resonator guitar, reso guitar
Lap steel; LapStl LapStl LapS; lap steel guitar, lapsteel
Pedal steel; PdlStl PdlStl PdlS; pedal steel guitar, pedalsteel, steel?, steel guitar, psg, pedal stl
Gypsy guitar; Manouch Manouch Mnch; manouche, la pompe
Ukulele; Uke Uke Uke; ukulele, ukuleles, ukes, ukelele, tenor uke, baritone uke
Guitar noise; GtrNois GtrNois GNs; fret noise, guitar fret noise, string noise, fret squeak
Guitar loop; GtrLoop GtrLoop GLp; gtr loop, loop gtr, guitar texture, gtr texture, ambient guitar, ambient gtr, guitar swells, gtr swells, ebow, e bow
` },
  { id: "folk", name: "Folk and plucked", colour: "moss", icon: "banjo", roles: `
Folk; Folk Folk Folk; folk instruments, folk group, plucked, trad; group
Banjo; Banjo Banjo Bnjo; banjos, bjo, 5 string banjo, tenor banjo
Mandolin; Mando Mando Mndo; mando, mandolins, mnd, mandola, mandolino, mand
Bouzouki; Bouzouk Bouzouk Bouz; bouz, zouk, cittern, irish bouzouki
Lute; Lute Lute Lute; lutes, theorbo, archlute
Oud; Oud Oud Oud; ud oud
Sitar; Sitar Sitar Sitr; sitars, tanpura, tambura, electric sitar
Koto; Koto Koto Koto; guzheng
Shamisen; Shamisn Shamisn Shms; samisen, sanshin
Zither; Zither Zither Zthr; autoharp, auto harp, zithers
Dulcimer; Dulcimr Dulcimr Dulc; hammered dulcimer, santoor, santur, cimbalom, mountain dulcimer, hammer dulcimer
Fiddle; Fiddle Fiddle Fdl; fiddles, fid, fdl, hardanger
Nyckelharpa; Nyckel Nyckel Nyck; keyed fiddle, nyckel
Hurdy-gurdy; Hurdy Hurdy Hrdy; hurdygurdy, hurdy gurdy
Accordion; Accord Accord Acc; accordian, accordeon, squeezebox, squeeze box, piano accordion, accrdn, acco, tango accordion; icon=accordion
Concertina; Concert Concert Conc; anglo, english concertina; icon=accordion
Melodeon; Melod Melod Mlod; button accordion, melodion, button box, bandoneon, bando; icon=accordion
Harmonica; Harmnca Harmnca Hrmc; mouth organ, blues harp, mouth harp, harmonicas, harmo, hca; icon=accordion
Jaw harp; JawHarp JawHarp JawH; jews harp, mouth bow, jaw harps
Whistle; Whistle Whistle Whst; tin whistle, low whistle, penny whistle, whistles, tinwhistle; icon=flute
Bagpipes; Pipes Pipes Pips; pipes, bagpipe, uilleann pipes, uilleann, uillean, small pipes, smallpipes, border pipes, highland pipes, chanter, drones pipes; icon=flute
Didgeridoo; Didge Didge Didg; didgeridoo, didj, didjeridu; icon=flute
Musical saw; Saw Saw Saw; saw musical, singing saw
Washboard; Washbrd Washbrd Wash; wash board
Spoons; Spoons Spoons Spns; bones percussion
Erhu; Erhu Erhu Erhu; kamancheh, morin khuur
Kora; Kora Kora Kora; ngoni
` },
  { id: "keys", name: "Keys", colour: "plum", icon: "piano", roles: `
Keys; Keys Keys Keys; keyboard, keyboards, kbd, kbds, kb, keyb, kys; group stereo line
Piano; Piano Piano Pno; pno, pn?, pian, grand piano, grand, pianos, pf, pft, acoustic piano, ac piano, baby grand, concert grand, piano grand, pia, bright piano
Upright piano; UpPno UpPno UPno; upright pno, upr pno, upr piano, piano upright, pno upright, honky tonk, tack piano, felt piano, felt pno, soft piano, pub piano, honky tonk piano
Prepared piano; PrepPno PrepPno PPno; prepared pno, piano strings, inside piano, piano inside
Electric piano; EPno EPno EPno; ~(electric|elec|el|e) (piano|pno|pn), ep, epiano, tine piano, reed piano, epno, suitcase piano, stage piano, e keys, electric grand, electric grand piano; stereo line
Toy piano; ToyPno ToyPno TPno; toy pno
Organ; Organ Organ Org; org, tonewheel organ, tonewheel, drawbar organ, organs, combo organ, electric organ, transistor organ, orgn, percussive organ, perc organ, rock organ, jazz organ; icon=organ
Rotary speaker; Rotary Rotary Rtry; rotary, organ rotary, organ cab, organ horn, rotary horn, rotary cab; icon=organ
Pipe organ; PipeOrg PipeOrg POrg; church organ, pipe org, chamber organ, positive organ, cathedral organ; icon=organ
Harmonium; Harmnm Harmnm Hrmn; pump organ, reed organ; icon=organ
Harpsichord; Harpsi Harpsi Hpsi; hpschd, cembalo, clavecin, harpsichords, spinet, virginals, hpsd
Clavichord; Clavich Clavich Clvc; clavichords
Clav; Clav Clav Clav; clavi, claviplayer, funky clav, clavs; di
Celesta; Celesta Celesta Clst; celeste, cel?, celestas
Music box; MusBox MusBox MBox; musical box, musicbox
Melodica; Melodic Melodic Mlca; melodicas
Fortepiano; Forte Forte Frte; forte piano, hammerklavier
` },
  { id: "synths", name: "Synths and programming", colour: "violet", icon: "synth", roles: `
Synths; Synths Synths Syns; syns, synth group, all synths, electronics, programming, prog, electronica; group stereo line
Synth; Synth Synth Syn; synthesizer, synthesiser, syn, synt, analog synth, analogue synth, poly synth, mono synth, modular, modular synth, polysynth, monosynth, snth; stereo line
Synth lead; SynLead SynLead SynL; ~(synth|syn) (lead|ld|solo), lead synth, lead syn, saw lead, square lead, lead 1 square, lead 2 sawtooth, lead 3 calliope, lead 4 chiff, lead 5 charang, lead 6 voice, lead 7 fifths, lead 8 bass lead; line
Synth pad; Pad Pad Pad; pads, ~(synth|syn|string|warm|analog|choir|vox) (pad|pads), pad synth, atmos pad, drone pad, synth voice, synth choir, halo pad, sweep pad, metallic pad, new age pad; stereo line
Synth pluck; Pluck Pluck Plck; plucks, synth plucks, plk, plucked synth; stereo line
Synth brass; SynBrs SynBrs SBrs; brass synth, syn brass; stereo line
Synth strings; SynStr SynStr SStr; ~(synth|syn) (strings|str|strs), string machine, string synth, tape strings; stereo line
Arpeggio; Arp Arp Arp; arps, arpeggiator, arpeggios, synth arp, arp synth, sequence, seq, sequencer, syn arp; stereo line
Synth stab; Stab Stab Stab; stabs, synth stabs, chord stab, chords synth, synth chords, syn chords; stereo line
Drone; Drone Drone Drn; drones, synth drone; stereo line
Texture; Texture Texture Txtr; textures, soundscape, atmosphere synth, ear candy, earcandy, noise bed, granular, fx 1 rain, fx 2 soundtrack, fx 3 crystal, fx 4 atmosphere, fx 5 brightness, fx 6 goblins, fx 7 echoes, fx 8 sci fi; stereo line
Sampler; Sampler Sampler Smpl; samples, sampled loop, sample loop, sample, smp?; stereo line
Loop; Loop Loop Loop; loops, lp?, music loop; stereo line
Playback tracks; Backing Backing Back; backing track, backing tracks, backtrack, playback, tracks playback, pb tracks, band tracks, stems playback, laptop, computer, pc, tracks?; stereo line
Turntables; Decks Decks Deck; turntable, scratches, dj, dj decks, deck, vinyl, scratch dj; stereo line
Vocoder; Vocoder Vocoder Vcdr; vocoders, talk box, talkbox, vocode; line
Theremin; Thermin Thermin Thrm; theremins, ondes
Riser; Riser Riser Risr; risers, uplifter, rise fx, sweep up, build up, swell fx, white noise riser; stereo line
Downlifter; Downer Downer Down; drop fx, down sweep, downsweep, sweep down; stereo line
Sweep; Sweep Sweep Swp; sweeps, noise sweep, white noise, noise?; stereo line
Orchestra hit; OrchHit OrchHit OHit; orch hit, orch hits, orchestral hit, orchestra hits; stereo line
Impact; Impact Impact Imp; impacts, boom hit, braam, braams, sub hit, hit, hits, booms; stereo line
Reverse effect; Reverse Reverse Rvse; reverse, rev cym, reverse cym, reversed cymbal, reverse cymbal, rev cymbal, reverse crash, suck up, reverse piano; stereo line
Transition; Transtn Transtn Trns; transitions, whoosh transition; stereo line
` },
];
