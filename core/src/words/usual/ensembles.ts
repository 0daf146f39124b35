import type { FamilyTable } from "./tracks.ts";

/** Strings, winds, brass, voices: the second part of the usual vocabulary (notation in `tracks.ts`). */
export const ENSEMBLE_FAMILIES: readonly FamilyTable[] = [
  { id: "strings", name: "Strings", colour: "rosewood", icon: "violin", roles: `
Strings; Strings Strings Str; str, strs, string section, string ensemble, stgs, strgs, string, string group, orch strings, full strings, ens strings; group
Violin; Vln Vln Vln; violin, violins, vl, vn, vlns, vlin, geige, solo violin, vno, v@strings; sections=first-section,second-section
Viola; Vla Vla Vla; violas, va, vlas, vle, vlla, vio@strings
Cello; Vc Vc Vc; cello, celli, cellos, vcl?, vcl@strings, vlc, violoncello, vcs, cel?, clo, cllo, vcello
Double bass; Cb Cb Cb; contrabass, double bass, double basses, dbl bass, contrabasses, string bass, cbs, kb@strings, db@strings, bass@strings, basses@strings, kontrabass, contra bass, d bass, db?, dbass
String quartet; StrQrt StrQrt SQt; quartet, quartet strings, str quartet, string qt
Harp; Harp Harp Harp; harps, hrp, arpa, concert harp, pedal harp, celtic harp, lever harp, clarsach, orchestral harp, hp@strings, hp@orchestra
Viol; Viol Viol Viol; viol?, viola da gamba, gamba, viols, bass viol
Section leader; Leader Leader Ldr; concertmaster, concert master, leader violin, leader@strings
` },
  { id: "woodwind", name: "Woodwind", colour: "reed", icon: "flute", roles: `
Woodwind; WW WW WW; woodwinds, winds, wws, wood winds, wind section, wwinds; group
Piccolo; Picc Picc Picc; picc flute, piccolos, picolo, pic@woodwind, picc
Flute; Flute Flute Fl; fl, flt?, flt@woodwind, flutes, fls, flauto, flte, concert flute, trav flute, traverso, wood flute
Alto flute; AltFl AltFl AFl; alt flute, alto fl, a flute, alto flutes
Bass flute; BassFl BassFl BFl; bass fl, b flute
Recorder; Recordr Recordr Rcdr; recorders, blockflute, descant recorder, treble recorder, tenor recorder, alto recorder
Pan flute; PanFl PanFl PFl; pan pipes, panpipes, panflute
Ethnic flute; EthFl EthFl EFl; bansuri, shakuhachi, ney, ethnic flutes, native flute, quena, bamboo flute, duduk, dizi, ocarina, blown bottle, shanai, shehnai
Oboe; Oboe Oboe Ob; ob, oboes, obs, hautbois
English horn; EngHrn EngHrn EH; cor anglais, english hn, eng horn, eng hn, ca@woodwind, cor ang, ehn, c anglais
Clarinet; Clar Clar Cl; clarinet, clarinets, clar, cls, clr, clarinette, cl bb, klarinette, clt, clnt
Bass clarinet; BassCl BassCl BCl; bass clar, bass cl, b cl, bcl, b clarinet, bs cl, bass clarinets
Bassoon; Bsn Bsn Bsn; bassoon, bassoons, fagott, fg, bsns, fag, bn@woodwind
Contrabassoon; CBsn CBsn CBsn; contra bassoon, contra bsn, c bsn, contrabsn, cbn, double bassoon, cfg, contrafagott, kontrafagott
Saxophones; Saxes Saxes Sxs; sax section, saxes, saxs, saxophones, sax group; group icon=sax
Saxophone; Sax Sax Sax; sax, saxophone, sx, saxo, solo sax; icon=sax
Soprano sax; SopSax SopSax SSax; ~(soprano|sop|sopr) (sax|saxophone|sx), ssax, soprano@woodwind; icon=sax
Alto sax; AltSax AltSax ASax; ~(alto|alt|a) (sax|saxophone|sx), asax, altos sax, alto saxes, alto@woodwind; icon=sax
Tenor sax; TnrSax TnrSax TSax; ~(tenor|ten|tnr|t) (sax|saxophone|sx), tsax, tenor saxes, tenor@woodwind; icon=sax
Baritone sax; BariSax BariSax BSax; ~(baritone|bari|bar|brtn) (sax|saxophone|sx), bari@woodwind, bari@brass, bsax, baritone@woodwind; icon=sax
` },
  { id: "brass", name: "Brass", colour: "straw", icon: "trumpet", roles: `
Brass; Brass Brass Brs; brs, brass section, horn section, horns section, brasses, brass ensemble, low brass, high brass, brass band, brss; group
Trumpet; Tpt Tpt Tpt; trumpet, trumpets, trp, trmp, tpts, trpt, tr?, tp?, trump, harmon trumpet, tprt
Cornet; Cornet Cornet Cnt; cornets, crnt, cor@brass
Flugelhorn; Flugel Flugel Flg; flugel?, flugel@brass, flugel horn, flugelhorns, flug, flgl, fluegel, flhn
Bugle; Bugle Bugle Bugl; bugles
French horn; FHn FHn Hn; french horns, f horn, fr horn, fr hn, fhorn, fhn, horn, horns, hrn, hn, hrns, hns, horn in f, corno, f hn
Tenor horn; TnrHn TnrHn THn; tenor horns, alto horn, tenor hn
Trombone; Tbn Tbn Tbn; trombone, trombones, trb, trom, tbns, trbn, tromb, bone, bones, posaune, tb@brass, tbone
Bass trombone; BassTbn BassTbn BTbn; bass tbn, bass trb, b tbn, btbn, bass bone, bs tbn, bass trom, bass trombones
Euphonium; Euph Euph Euph; euphoniums, eupho, baritone horn, euphon
Tuba; Tuba Tuba Tba; tubas, tb?, tba, sousaphone, sousa, bombardon
Cimbasso; Cimb Cimb Cimb; cimbassi
Wagner tuba; WagTuba WagTuba WTba; wagner tubas
Conch; Conch Conch Cnch; shell horn, conch shell
` },
  { id: "orchestra", name: "Orchestra", colour: "rosewood", icon: "music", roles: `
Orchestra; Orch Orch Orch; orc, full orchestra, orchestral, band orchestra, ensemble, ens, tutti, symphonic; group
Main pair; MainPr MainPr MPr; main pair, ~(orch|orchestra) (main|mains), orchestra pair, ab pair, ab main, a b main, ortf, xy pair, ms pair, blumlein, main mics; stereo must
Main array; Tree Tree Tree; tree, main tree, array, main array, three point tree
Outriggers; Outrig Outrig Outg; outrigger, flanks, flank, wings; may
Spot mic; SpotMic SpotMic SpMc; spot, spots, spot mics, accent mic
Solo instrument; SoloIns SoloIns SolI; solo, soloist, soloists, featured instrument; must
Conductor; Condctr Condctr Cdct; cond, conductor mic, conductor talk, podium?, maestro
` },
  { id: "voices", name: "Voices", colour: "heather", icon: "voice", roles: `
Voices; Voices Voices Vces; vocals, all vox, all vocals, vox group, vocal group, vcls, vocs, voices all, all vocal; group
Vocal; Vox Vox Vox; vox, voc, vo@voices, vocal, singer, sung, voice, vx, vocl, singing, vocal mic, vocls, rapper, rap; must
Lead vocal; LdVox LdVox LdVx; ~(lead|ld|main|lead 1|principal) (vocal|vocals|vox|voc|vx|voice|singer|vcl|rap), lv, lvox, ldvx, lead singer, lead?, vox ld, lvx, main rap; must
Backing vocal; BgVox BgVox BgV; ~(backing|back|bg|bgd|background|bk|b) (vocal|vocals|vox|voc|vx|voice|voices|vcl|singer|vocs), (bckgrnd|bkgd|bkgrd|bkgnd) (vox|vocal|vocals|voc), oohs, ooh, aahs, aah, ahs, bv, bvs, bgv, bgvs, bgs@voices, bgvx, bvox, bkg vox, backings, bvx, back up vocal, backup vox, backup vocals, choir girls, bg@voices, voice oohs, voice aahs
Harmony vocal; HrmVox HrmVox Hrm; ~(harmony|harm|harmonies|hrm|harms) (vocal|vocals|vox|voc|voice|vx), harmony, harmonies, harms, harm?, harm@voices, harm vox, hv
Double vocal; DblVox DblVox DblV; ~(double|dbl|doubles|doubled|dub|doubler) (vocal|vocals|vox|voc|vx), vocal double lead, ~(lead vox|lead vocal|ld vox|lv|lead voc) (double|dbl|dub|dubs|doubles)
Ad libs; AdLib AdLib AdLb; ad lib, adlib, adlibs, ad-libs vocal, adlib vox, vox adlib, vox adlibs, vocal adlibs, ad libs vox, lead adlib, adlb
Vocal chops; Chops Chops Chop; vox chop, vox chops, vocal chop, chopped vox, vocal cuts
Gang vocal; Gang Gang Gang; ~(gang|crowd|shout|mob|team) (vocal|vocals|vox|voc|vx), gang, gangs, shouts, gang shouts, chant?, chants?, crowd vox
Guest vocal; GstVox GstVox GVox; ~(guest|feature|feat|featured) (vocal|vox|voc|vocals), feat, guest singer
Whisper; Whisper Whisper Whsp; whispers, ~(whisper|whispered|whisp) (vox|vocal|voc|vocals)
Falsetto; Falsett Falsett Fals; ~(falsetto|head voice) (vox|vocal|voc), high harmony falsetto
Beatbox; BeatBox BeatBox BBox; beat box, beatboxer, vocal percussion, vocal perc, vox perc
Breaths; Breaths Breaths Brth; breath, breath noise, breathing
Vocal throw; VoxThrw VoxThrw VThr; throw vox, delay throws vox
` },
  { id: "choir", name: "Choir", colour: "heather", icon: "choir", roles: `
Choir; Choir Choir Chr; choirs, chorus singers, chr, choral, chorale, full choir, choir pair, gospel choir, chor, mixed choir, chamber choir, choir main, choir aahs, choir ahs, choir oohs; group
Soprano; Sop Sop Sop; soprano, sopranos, sopr, sops, soprani, s@choir, treble voice, trebles, solo soprano, mezzo, mezzo soprano
Alto; AltVoc AltVoc Alt; alto?, alto@choir, alto@voices, alto voice, alto vox, altos, alti, alt?, alt@choir, a@choir, contralto, altus, countertenor, counter tenor, solo alto
Tenor; TenVoc TenVoc Ten; tenor?, tenors?, ten?, tnr?, tenori, t@choir, tenor@choir, tenors@choir, tenor@voices, ten@choir, tenor voice, solo tenor, tenor vox, tenor vocal
Baritone; BarVoc BarVoc Bar; baritone?, baritones, bar@choir, baritone@choir, baritone voice, bari@choir, baritone vox
Bass voice; BassVoc BassVoc BsVc; bass@choir, basses@choir, bass singer, basses?, bass voices, b@choir, bass solo voice, basso?, basso@choir, bass vocal, bass vox, bs@choir
Children's choir; KidChr KidChr Kids; kids choir, children choir, childrens choir, boys choir, boys, girls choir, kids, boy choir, youth choir, treble choir
Men's choir; MenChr MenChr Men; male choir, mens choir, men, tenors and basses, male voices, men choir
Women's choir; WomChr WomChr Wom; female choir, womens choir, women, ladies choir, upper voices, ladies
Shanty lead; Shanty Shanty Shty; shantyman, shanty man, shanty caller, shanty lead; must
Shanty tenor; ShTen ShTen ShT; shanty tenors, shanty tenor
Shanty bass; ShBass ShBass ShB; shanty basses
Shanty crew; Crew Crew Crew; crew, shanty crew, shanty choir, shanty chorus, response, crew vox
` },
  { id: "speech", name: "Spoken word", colour: "rose", icon: "speech", roles: `
Speech; Speech Speech Spch; spoken, spoken word, speakers, speech group, talking, spoken words; group
Narrator; Narr Narr Narr; narration, narr, nar, narrators, storyteller, story teller, teller, story, reader, reading, storytelling, read, audiobook; must
Voice-over; VO VO VO; vo, voice over, voiceover, v o, v-o, voiceovers, announcer, ann, vos; must
Host; Host Host Host; presenter, hosts, anchor, moderator, cohost, co host, presenters, pres; must
Guest; Guest Guest Gues; guests, interviewee, caller guest, panellist, panelist, panel, gst
Interview; Intvw Intvw Int; interviews, intvw, vox pop, vox pops, voxpop, voxpops, interviewer
MC; MC MC MC; emcee, master of ceremonies, compere, mc mic; wireless must
Lectern; Lectern Lectern Lect; podium?, podium mic, lecturn, pulpit, rostrum, lectern mic
Phone caller; Phone Phone Phon; caller, call in, phone in, remote guest, remote, video call, telephone, call, phone line, phoner; line
Poem; Poem Poem Poem; poetry, poet, verse reading
Audience question; QandA QandA QA; q a, q and a, question mic, audience mic question, roving mic, rover mic
Translator; Transl Transl Tran; interpreter, translation
Character voice; Char Char Char; character, char, actor, actress, role voice, cast
Handheld; HndHeld HndHeld HndH; handheld, hand held, handheld mic, wireless hh, hh@speech, handhelds, rf handheld, radio handheld, handheld radio; wireless
Headset; Headset Headset Head; head set, headset mic, headworn, head mic, headmic; wireless
` },
  { id: "film", name: "Film sound", colour: "stone", icon: "film", roles: `
Film sound; Film Film Film; post sound, location sound, production sound, prod sound; group
Dialogue; Dia Dia Dia; dialogue, dialog, dx, dial, dlg, dia, production dialogue, dialogues, sync sound, sync; must
Boom; Boom Boom Boom; boom mic, boom pole, shotgun, shotgun mic, boom op, b mic boom
Lavalier; Lav Lav Lav; lavalier, lavalier mic, lav mic, lapel, lapel mic, tie clip, clip mic, body mic, radio mic, lavs, lapels, rf lav, radio mics, wireless lav, personal mic; wireless
Plant mic; Plant Plant Plnt; planted mic, hidden mic, plant mics, hidden
ADR; ADR ADR ADR; looping dialogue, post sync, dubbing, adr group, re voicing, dub dialogue
Loop group; LoopGrp LoopGrp LpGr; walla, wallah, group adr, crowd walla, crowd adr
Futz; Futz Futz Futz; futzed, radio voice, telephone effect, phone futz, futz dx
Production effects; PFX PFX PFX; pfx, prod fx, production fx, production effects
Sound effects; SFX SFX SFX; sfx, sound fx, effects, sound effect, sound design, fx hard, hard fx, spot fx, hard effects, efx, snd fx, sd fx, telephone ring, phone ring, ringtone; stereo line
Foley; Foley Foley Foly; foleys, fly, foley fx
Footsteps; FtStep FtStep Step; foley feet, footstep, foley footsteps, foley steps, feet foley, steps, footfalls
Cloth; Cloth Cloth Clth; foley cloth, moves, clothes, foley moves, cloth foley
Props; Props Props Prop; foley prop, foley props, prop
Whoosh; Whoosh Whoosh Whsh; whooshes, swish, swoosh, swishes
Gunshots; Guns Guns Guns; gunshot, gun, guns, weapons, weapon, shots fired
Vehicles; Vehicle Vehicle Veh; vehicle, car, cars, car engine, cars fx, traffic fx, trucks, train, boat, motor, car interior, helicopter, plane, aeroplane, motorbike
Animals; Animals Animals Anim; animal, birds, birdsong, dogs, dog, bird, seagulls, gulls, creature, creatures, bird tweet, bird tweets, tweets
Explosions; Expl Expl Expl; explosion, explosions, blast, blasts
Doors; Doors Doors Door; door, door fx, door slam
Backgrounds; BGFX BGFX BGFX; backgrounds, bgs@film, bg@film, bg?, bgs?, bgfx, bg fx, atmos bg, background fx, background; stereo line
Wild track; Wild Wild Wild; wildtrack, wild tracks, wild lines, wild
Score; Score Score Scor; music score, mx, underscore, film score, cue music, orchestral score; stereo line
Source music; SrcMus SrcMus SMus; diegetic, source cue, radio music; stereo line
Music bed; MusBed MusBed Bed; music, mus, bed, beds, music beds, bed music, mus bed, background music, bgm, musik; stereo line icon=music
Intro music; Intro Intro Intr; intro, theme, theme tune, opener, jingle, ident, sting, stinger, stings, intro theme, signature tune, bumper, intro jingle; stereo line icon=music
Outro music; Outro Outro Outr; outro, closer, end theme, credits, outro theme, end music; stereo line icon=music
Advert; Advert Advert Ad; advert, adverts, ads, ad break, commercial, sponsor, promo, trailer, ad spot, sponsor message; stereo line
Timecode; LTC LTC LTC; ltc, time code, smpte, tc, longitudinal timecode, timecode track; line
Two-pop; TwoPop TwoPop 2Pop; 2 pop, two pop, sync pop, pop beep, sync beep; line
Slate mic; Slate Slate Slat; clapper, slate, slate mic, clap board
` },
];
