import { heardFrom } from "./heard.ts";
import type { Hearing } from "../wordlist.ts";

/**
 * What things are called in other languages of the trade: one role a line, `id | de | fr | es | it | pt | nl | sv`,
 * commas between words, a trailing `?` for what is understood and never sure. From memory.
 */
export const LANGUAGES = ["de", "fr", "es", "it", "pt", "nl", "sv"] as const;

const ROLES_ELSEWHERE = `
drum-kit | schlagzeug, schlagzeugset | batterie | batería | batteria | bateria | drumstel, slagwerk? | trummor, trumset
kick | bassdrum, basstrommel, große trommel?, fußtrommel | grosse caisse, pied? | bombo | cassa, grancassa? | bumbo | basdrum, grote trom? | bastrumma, baskagge
snare | snaredrum, kleine trommel? | caisse claire | caja, tarola, redoblante | rullante | caixa, tarola | snaredrum, kleine trom? | virvel, virveltrumma
side-stick | | | | | aro | | kantslag
hi-hat | | charley, charleston | charles, contratiempos | charleston, charlie | chimbal, contratempo, prato de choque | | hi hat
tom | tomtom | | | | | | puka
rack-tom | hängetom, hänge tom | tom alto, tom aigu, tom médium | tom aéreo, tom alto | tom alto | tom tom | hangtom | hängpuka, puka
floor-tom | standtom, stand tom, bodentom | tom basse, tom bas | tom de piso, tom base, goliat, tom suelo | timpano di batteria, tom a terra | surdo de chão, tom de chão | vloertom, floortom | golvpuka
ride | ridebecken | cymbale ride | platillo ride | piatto ride | prato de condução | ridebekken | ridecymbal
crash | crashbecken | cymbale crash | platillo crash | piatto crash | prato de ataque | crashbekken | crashcymbal
cymbals | becken | cymbale, cymbales | platillos, platos, platillo | piatti, piatto | pratos, prato | bekkens, bekken | cymbaler, cymbal
overheads | überkopf | aériens | aéreos, aéreo, ambientales? | panoramici, panoramico | aéreos | | 
percussion | perkussion, schlagwerk | percussions, percu, percus | percusión, percu | percussioni, perc | percussão, percussões | percussie, slagwerk | slagverk, perkussion
shaker | schüttelrohr, schüttelei | | maraca huevo, sonajero | ovetto | ganzá, chocalho | schudei | skakägg
tambourine | schellenkranz, tamburin, schellenring | tambourin | pandereta, pandero | tamburello | pandeireta | tamboerijn | tamburin
maracas | rumbakugeln | | | | | sambaballen | 
cowbell | kuhglocke | cloche, cloche à vache | cencerro, campana? | campanaccio | sininho?, chocalho de vaca | koebel | koskälla, koklocka
woodblock | holzblock | bloc de bois | caja china | blocco di legno, wood block | bloco sonoro | houtblok | träblock
triangle | triangel | | triángulo | triangolo | triângulo | triangel | triangel
wind-chimes | windspiel | carillon à vent | cortina, campanillas | | carrilhão | | vindspel
castanets | kastagnetten | castagnettes | castañuelas | nacchere | castanholas | castagnetten | kastanjetter
clap | klatschen, klatscher, händeklatschen | claquements, frappes de mains | palmas, palmada | battimani, battiti | palmas | geklap, handgeklap | handklapp, klapp
conga | | | tumbadora, tumba | | | | 
bongos | | | bongó | bonghi | bongô | bongo's | bongotrummor
cajon | | | cajón, cajón flamenco | | cajón | | 
djembe | | djembé | yembé | | jambé | | 
tam-tam | gong | gong | gong | gong | gongo | gong | gonggong
concert-bass-drum | konzerttrommel, gran cassa | grosse caisse d'orchestre | bombo sinfónico, gran cassa | gran cassa | bombo sinfónico | grote concerttrom | 
timpani | pauken, pauke, kesselpauken | timbales d'orchestre | timbales sinfónicos, timbal de orquesta | timpano | tímpanos | pauken, pauk | pukor, puka?
glockenspiel | | jeu de timbres, glockenspiel | carillón, lira? | campanelli | jogo de sinos | klokkenspel | klockspel
tubular-bells | röhrenglocken | cloches tubulaires | campanas tubulares | campane tubolari | sinos tubulares | buisklokken | rörklockor
vibraphone | vibraphon, vibrafon | vibra | vibráfono | vibrafono | vibrafone | vibrafoon | vibrafon
xylophone | xylophon, xylofon | | xilófono, xilofón | xilofono, silofono | xilofone | xylofoon | xylofon
marimba | marimbaphon | | | | | | 
drum-machine | drumcomputer, rhythmusmaschine | boîte à rythmes, boîte à rythme | caja de ritmos, batería electrónica | batteria elettronica, drum machine | bateria eletrônica, caixa de ritmos | drumcomputer, ritmebox | trummaskin
bass-guitar | e bass, elektrobass, bassgitarre, bass | basse, basse électrique | bajo, bajo eléctrico | basso elettrico, basso? | baixo, baixo elétrico | basgitaar, bas | elbas, basgitarr, bas
double-bass | kontrabass, kontrabässe | contrebasse, contrebasses | contrabajo, contrabajos | contrabbasso, contrabbassi | contrabaixo, contrabaixos, baixo acústico | contrabas, contrabassen | kontrabas, ståbas
synth-bass | synthbass, synthesizerbass | basse synthé, basse synthétique | bajo sintetizado, bajo synth | basso synth | baixo sintetizado | synthbas | syntbas
guitars | gitarre, gitarren | guitare, guitares | guitarra, guitarras | chitarra, chitarre | guitarra, guitarras | gitaar, gitaren | gitarr, gitarrer
electric-guitar | e gitarre, egitarre, elektrogitarre, stromgitarre | guitare électrique, guitare élec | guitarra eléctrica | chitarra elettrica | guitarra elétrica | elektrische gitaar, elgitaar | elgitarr
acoustic-guitar | akustikgitarre, a gitarre, westerngitarre, akustische gitarre | guitare acoustique, guitare sèche, guitare folk | guitarra acústica | chitarra acustica | violão, guitarra acústica, violão de aço | akoestische gitaar | akustisk gitarr, västerngitarr
nylon-guitar | konzertgitarre, klassische gitarre, nylongitarre | guitare classique, guitare nylon | guitarra española, guitarra clásica, guitarra flamenca | chitarra classica | violão de nylon, guitarra clássica | klassieke gitaar, spaanse gitaar | klassisk gitarr, nylonsträngad gitarr
12-string-guitar | zwölfsaitige, zwölfsaitige gitarre | douze cordes | guitarra de doce cuerdas, doce cuerdas | dodici corde | violão de doze cordas, viola caipira? | twaalfsnarige gitaar | tolvsträngad, tolvsträngad gitarr
mandolin | mandoline | mandoline | mandolina | mandolino | bandolim | mandoline | mandolin
ukulele | | | ukelele | | cavaquinho? | | 
harp | harfe | harpe | arpa | arpa | harpa | harp | harpa
violin | geige, violine, geigen, violinen | violon, violons | violín, violines | violino, violini | violino, violinos | viool, violen | fiol, fioler
viola | bratsche, bratschen | alto à cordes, altos à cordes | violas | viole | viola de arco, violeta? | altviool, altviolen | altfiol, altfioler
cello | violoncello, celli, violoncelli | violoncelle, violoncelles | violonchelo, chelo, violonchelos | violoncello, violoncelli | violoncelo, violoncelos | celli, cello's | violoncell
strings | streicher, streichergruppe | cordes, les cordes | cuerdas, cuerda | archi | cordas | strijkers | stråkar, stråk
string-quartet | streichquartett | quatuor à cordes, quatuor | cuarteto de cuerda, cuarteto | quartetto d'archi, quartetto | quarteto de cordas, quarteto | strijkkwartet | stråkkvartett
piano | klavier, flügel, konzertflügel | piano à queue | piano de cola | pianoforte, pianoforte a coda, piano a coda | piano de cauda | vleugel | flygel
upright-piano | pianino | piano droit | piano vertical, piano de pared | pianoforte verticale, piano verticale | piano vertical, piano de armário | buffetpiano, staande piano | pianino
electric-piano | e piano, epiano, elektropiano, elektrisches klavier | piano électrique | piano eléctrico | piano elettrico | piano elétrico | elektrische piano | elpiano
organ | orgel | orgue | órgano | organo | órgão | orgel | orgel
pipe-organ | kirchenorgel, pfeifenorgel | grand orgue, orgue à tuyaux | órgano de tubos | organo a canne | órgão de tubos | kerkorgel, pijporgel | kyrkorgel, piporgel
harpsichord | cembalo, spinett | clavecin, épinette | clavecín, clave? | clavicembalo | cravo | klavecimbel, clavecimbel | cembalo
accordion | akkordeon, ziehharmonika | accordéon | acordeón | fisarmonica | acordeão, sanfona | accordeon, trekzak | dragspel
harmonica | mundharmonika | harmonica | armónica | armonica, armonica a bocca | gaita?, harmônica | mondharmonica | munspel
keys | tasten, tasteninstrumente, keyboards | claviers, clavier | teclados, teclado | tastiere, tastiera | teclados, teclado | toetsen, toetsinstrumenten | klaviatur, klaviaturer
synth | synthesizer | synthé, synthétiseur | sintetizador, sinte | sintetizzatore, sinth | sintetizador | synthesizer | synt
synth-lead | synthlead, leadsynth | synthé lead | | | | | syntlead
synth-pad | synthpad, fläche, flächen | nappe, nappes | colchón | tappeto | | | syntpad, matta
sampler | | échantillonneur | | campionatore | | | 
flute | flöte, querflöte, flöten, querflöten | flûte, flûtes, flûte traversière | flauta, flautas, flauta travesera | flauto, flauti, flauto traverso | flauta, flautas, flauta transversal | fluit, fluiten, dwarsfluit | flöjt, flöjter, tvärflöjt
piccolo | piccoloflöte, pikkoloflöte | petite flûte | flautín | ottavino | flautim | piccolofluit | piccolaflöjt, pickolaflöjt
recorder | blockflöte, blockflöten | flûte à bec | flauta dulce, flauta de pico | flauto dolce | flauta doce | blokfluit | blockflöjt
oboe | oboen | hautbois | oboes | oboi | oboé | hobo, hobo's | oboer
english-horn | englischhorn | cor anglais | corno inglés | corno inglese | corne inglês | althobo, engelse hoorn | engelskt horn
clarinet | klarinette, klarinetten | clarinette, clarinettes | clarinete, clarinetes | clarinetto, clarinetti | clarinete, clarinetes | klarinet, klarinetten | klarinett, klarinetter
bass-clarinet | bassklarinette | clarinette basse | clarinete bajo | clarinetto basso | clarinete baixo, clarone | basklarinet | basklarinett
bassoon | fagott, fagotte | basson, bassons | fagot, fagotes | fagotto, fagotti | fagote, fagotes | fagot, fagotten | fagott
saxophone | saxophon, saxofon | saxo | saxo, saxofón | sassofono, sax | saxofone | saxofoon | saxofon
soprano-sax | sopransax, sopransaxophon | sax soprano, saxo soprano, saxophone soprano | saxo soprano, saxofón soprano | sax soprano | sax soprano | sopraansax, sopraansaxofoon | sopransax
alto-sax | altsax, altsaxophon | sax alto, saxo alto, saxophone alto | saxo alto, saxofón alto | sax alto, sax contralto | sax alto | altsax, altsaxofoon | altsax
tenor-sax | tenorsax, tenorsaxophon | sax ténor, saxo ténor, saxophone ténor | saxo tenor, saxofón tenor | sax tenore | sax tenor | tenorsax, tenorsaxofoon | tenorsax
baritone-sax | baritonsax, baritonsaxophon | sax baryton, saxo baryton, saxophone baryton | saxo barítono, saxofón barítono | sax baritono | sax barítono | baritonsax, baritonsaxofoon | barytonsax
trumpet | trompete, trompeten | trompette, trompettes | trompeta, trompetas | tromba, trombe | trompete, trompetes | trompet, trompetten | trumpeter
flugelhorn | flügelhorn, flügelhörner | bugle | fliscorno, fiscorno | flicorno | fliscorne, flugelhorn | bugel, flügelhoorn | flygelhorn
trombone | posaune, posaunen | trombones | trombón, trombones | tromboni | trombones | trombones, schuiftrombone | trombon, tromboner
french-horn | waldhorn, hörner, waldhörner | cor, cors, cor d'harmonie | trompa, trompas, corno francés | corno, corni | trompa, trompas | hoorn, hoorns | valthorn
tuba | basstuba | | | | | | bastuba
brass | blech, blechbläser, bläser | cuivres | metales, vientos metal | ottoni, fiati? | metais | koper, blazers, koperblazers | bleck, brass, blås
woodwind | holzbläser, holz | bois | vientos madera, maderas | legni | madeiras | houtblazers, hout | träblås
vocal | gesang, stimme, gesänge, vokal | voix, chant, chants | voz, voces, vocal | voce, voci | voz, vozes | zang, stem, stemmen | sång, röst
lead-vocal | hauptgesang, leadgesang, hauptstimme, leadstimme | voix lead, chant lead, voix principale, chant principal | voz principal, voz líder, voz solista, voz lead | voce principale, voce solista, voce lead | voz principal, voz solo | leadzang, hoofdzang | leadsång, huvudsång
backing-vocal | chorgesang, hintergrundgesang, backgroundgesang, backings, chöre | choeurs, voix d'accompagnement | coros, segundas voces | cori, controcanto?, coriste | coros, backing, segunda voz | achtergrondzang, koortjes | körsång, körer, bakgrundssång
choir | chor | chorale, choeur | coro, coral | coro | coral, coro | koor | kör
soprano | sopran, soprane | sopranos | sopranos | soprani | sopranos | sopraan, sopranen | sopran, sopraner
alto | alt, altstimme | | contralto, contraltos | contralto, contralti | contralto, contraltos | alt, alten | alt, altar
tenor | tenöre | ténor, ténors | tenores | tenore, tenori | tenores | tenoren | tenorer
baritone | bariton | baryton | barítono | baritono | barítono | bariton | baryton
narrator | erzähler, erzählerin, sprecher, sprecherin, erzählung | narrateur, narratrice, voix off, récitant | narrador, narradora, locución, locutor, locutora | narratore, narratrice, voce narrante, voce fuori campo | narrador, locutor, locução | verteller, vertelstem, voice over | berättare, speaker
host | moderation, moderator, moderatorin, gastgeber | animateur, animatrice, présentateur, présentatrice | presentador, presentadora, conductor? | conduttore, conduttrice, presentatore | apresentador, apresentadora | presentator, presentatrice, gastheer | programledare, värd
guest | gast, gäste | invité, invitée, invités | invitado, invitada, invitados | ospite, ospiti | convidado, convidada | gast, gasten | gäst, gäster
interview | gespräch | entretien, entrevue | entrevista | intervista | entrevista | vraaggesprek | intervju
talkback | kommando, regiemikro | ordres, réseau d'ordres | órdenes, intercom? | interfono | comunicação, retorno de ordens | regiemicrofoon | talkbackmikrofon
click | klick, metronom | clic, métronome | claqueta, metrónomo, clic | metronomo | metrônomo, clique | klik, metronoom | klick, metronom
guide | führungsspur, leitspur, pilotspur | témoin, guide, voix témoin | guía, referencia? | guida, traccia guida | guia, voz guia | gids, geleidespoor | guidespår, skiss?
audience | publikum, saal?, zuschauer | public, foule | público, audiencia | pubblico | público, plateia | publiek | publik
room | raum, räume, raummikro, raummikros, raummikrofon | ambiance?, pièce, salle | sala, ambiente?, ambientes? | ambiente?, sala, stanza | sala, ambiente? | ruimte, kamer | rum, rumsmikrofon
hall | saal | salle de concert | auditorio | sala grande | salão | zaal | sal
ambience | ambiente, atmo, atmosphäre | ambiance, ambiances | ambiente, ambientes, ambiental | ambiente, ambienti, ambienza | ambiente, ambiência | sfeer, omgeving | atmosfär
room-tone | raumton, nullatmo | silence plateau, silence | tono de sala, silencio de sala | tono di stanza, silenzio ambiente | tom de sala, silêncio | ruimtetoon, stilte | rumston
music-bed | musikbett, unterlegmusik | tapis musical, tapis, fond musical | cama musical, música de fondo, cortina musical | sottofondo, tappeto musicale | cama musical, trilha de fundo | muziekbed, achtergrondmuziek | musikbädd, bakgrundsmusik
intro-music | intromusik, titelmusik, vorspann | générique, musique de générique | sintonía, música de entrada | sigla, musica d'ingresso | vinheta, música de abertura | intromuziek, begintune | introlåt, signatur
sound-effects | geräusche, soundeffekte, effekte, geräusch | bruitages, bruitage, effets sonores | efectos, efectos sonoros, efectos de sonido | effetti sonori, effetti, rumori | efeitos, efeitos sonoros | geluidseffecten, effecten | ljudeffekter, effekter
footsteps | schritte | pas? | pasos | passi | passos | voetstappen, stappen | steg, fotsteg
rain | regen | pluie | lluvia | pioggia | chuva | regen | regn
sea | meer, brandung | mer, vagues | mar, olas | mare, onde? | mar, ondas? | zee, golven | hav, vågor
street | straße, verkehr | rue, circulation | calle, tráfico | strada, traffico | rua, trânsito | straat, verkeer | gata, trafik
reverb | hall?, nachhall, hallfahne | réverb, réverbération, rever | reverberación, rever | riverbero | reverberação, reverberador | galm, nagalm | efterklang, rymd
plate-reverb | hallplatte, plattenhall | réverb à plaque, plaque | placa | riverbero a piastra, piastra | placa | plaatgalm | plåtreverb
delay | echo, verzögerung | écho, retard | eco, retardo | eco, ritardo | eco, atraso | echo | eko, fördröjning
main | summe, hauptsumme | mixage, mixage général, général | mezcla, mezcla principal, máster | missaggio, generale, master | mixagem, mistura, geral | hoofdmix, totaal | huvudmix, mixen
cue-mix | kopfhörer, kopfhörermix | casque, retours casque, mix casque | auriculares, mezcla de auriculares, cascos | cuffie, cuffia, ascolto in cuffia | fones, auscultadores | koptelefoon, koptelefoonmix | hörlurar, medhörning
control-room-monitor | abhöre, regieabhöre | écoute, écoutes | monitores, escucha | ascolto, ascolti | monitores, escuta | luisterweg | lyssning, kontrollrum
bus | gruppe?, summenweg | groupe? | grupo? | gruppo? | grupo? | groep? | grupp?
drone | bordun | bourdon | bordón | bordone | bordão | bourdon | bordun
bagpipes | dudelsack, sackpfeife | cornemuse, biniou? | gaita | cornamusa, zampogna | gaita de foles | doedelzak | säckpipa
whistle | pfeife, pfeifen | sifflet, sifflements | silbido, silbato | fischio, fischietto | assobio | fluitje, gefluit | vissling, visselpipa
orchestra | orchester | orchestre | orquesta | orchestra | orquestra | orkest | orkester
`;

/** The same for where things are; single letters count only where the name has a word of that language. */
const POSITIONS_ELSEWHERE = `
left | links, li, l | gauche, g | izquierda, izq, izda, iz, i | sinistra, sx, sin | esquerda, esq, e | links, li, l | vänster, vä, v
right | rechts, re, r | droite, dr, d | derecha, der, dcha, dch, d | destra, dx, des | direita, dir, d | rechts, re, r | höger, hö, h
centre | mitte? | centre, milieu? | centro | centro | centro | midden | mitten?
top | oben, schlagfell | dessus, timbre dessus, peau | arriba, parche | sopra, superiore | cima, em cima, pele de cima | boven | över, ovan
bottom | unten, resonanzfell, teppich | dessous, timbre | abajo, bordonera | sotto, cordiera | baixo?, embaixo, esteira | onder | under, undre
in | innen, drin | intérieur, int, dedans | dentro, interior | dentro, interno | dentro | binnen | inne, inuti
out | außen, draußen | extérieur, dehors, ext | fuera, exterior | fuori, esterno | fora | buiten | ute, utanpå
front | vorne, vorn | devant, avant | frente, delante | davanti, fronte | frente | voor, voorkant | fram, framsida
back | hinten, rückseite | derrière, arrière | atrás, detrás, trasero | dietro, retro | trás, atrás | achter, achterkant | bak, baksida
close | nah, nahmikro | proche, proximité | cerca, cercano, proximidad | vicino, ravvicinato | perto, próximo | dichtbij, nabij | nära, närmik
far | fern, weit, entfernt | loin, lointain, éloigné | lejos, lejano | lontano, distante | longe, distante | ver, veraf | långt, bort, fjärran
high | hoch, hohe, höhen | aigu, haut | agudo, agudos, alto | acuto, alto, acuti | agudo, agudos, alto | hoog, hoge | hög, höga
low | tief, tiefe, tiefen | grave, bas, graves | grave, graves, bajo | basso, grave, gravi | grave, graves | laag, lage | låg, låga
middle | mitte, mittel, mittlere | médium, milieu, moyen | medio, medios | medio, mezzo | médio, meio | midden | mellan, mitten
direct | direktsignal, direkt | ligne, direct | línea, directo, caja directa | linea, diretta | linha, direto | lijn, direct | linje, direkt
amp | verstärker, box, lautsprecher | ampli, amplificateur, baffle | ampli, amplificador, bafle, pantalla | ampli, amplificatore, cassa? | amplificador, cubo, caixa? | versterker, kast | förstärkare, högtalare
mic | mikro, mikrofon | micro, microphone | micro, micrófono, mic | microfono, mic | microfone | micro, microfoon | mik, mikrofon
lead | | | principal, líder | | | | 
solo | | soliste | solista | solista | solista | solist | solist
rhythm | rhythmus, rhythmusgitarre | rythmique, rythme | rítmica, ritmo | ritmica, ritmo | rítmica, base? | slag, ritme | komp, rytm
double | doppler, dopplung, doppelt | doublage, double, doublé | doblaje, doblada, doble | doppio, doppia, raddoppio | dobra, dobrada, dobro | dubbel, verdubbeling | dubbling, dubb
guide | pilot | témoin | guía, referencia | guida | guia | gids | guide
acoustic | akustisch, akustische | acoustique | acústica, acústico | acustica, acustico | acústica, acústico | akoestisch, akoestische | akustisk
electric | elektrisch, elektrische | électrique | eléctrica, eléctrico | elettrica, elettrico | elétrica, elétrico | elektrisch, elektrische | elektrisk
verse | strophe | couplet | estrofa, verso? | strofa | verso, estrofe | couplet | vers
chorus | refrain | refrain | estribillo | ritornello | refrão, refrao | refrein | refräng
bridge | | pont | puente | | ponte | brug | stick, brygga
dry | trocken | sec | seco | secco | seco | droog | torr
`;

export type Language = (typeof LANGUAGES)[number];
export interface Elsewhere {
  /** Of a role or a position. */
  readonly id: string;
  readonly language: Language;
  readonly heard: Hearing;
}

const elsewhere = (table: string): Elsewhere[] =>
  table
    .split("\n")
    .filter((l) => l.trim() !== "")
    .flatMap((line) => {
      const [id = "", ...columns] = line.split("|").map((c) => c.trim());
      return columns.flatMap((c, i) =>
        heardFrom(c).map((heard) => ({ id, language: LANGUAGES[i] ?? "de", heard })),
      );
    });

/** What roles, and what places, are called elsewhere. */
export const ELSEWHERE: { readonly roles: readonly Elsewhere[]; readonly positions: readonly Elsewhere[] } =
  {
    roles: elsewhere(ROLES_ELSEWHERE),
    positions: elsewhere(POSITIONS_ELSEWHERE),
  };
