import type { Language, Where } from "./things/thing.ts";

/** How people say where: words of a language (whole first), and what fits on a strip. From memory. */
interface Said {
  en: string;
  short: string;
  others?: Partial<Record<Exclude<Language, "en">, string>>;
}

export const PLACES: Record<Where, Said> = {
  in: {
    en: "In, Inside",
    short: "In",
    others: { de: "Innen", fr: "Int", es: "Dentro", it: "Dentro", sv: "Inne" },
  },
  out: {
    en: "Out, Outside",
    short: "Out",
    others: { de: "Außen", fr: "Ext", es: "Fuera", it: "Fuori", sv: "Ute" },
  },
  top: {
    en: "Top, Over",
    short: "Tp, T, Top",
    others: { de: "Oben", fr: "Dessus", es: "Arriba", it: "Sopra", pt: "Cima", nl: "Boven", sv: "Över" },
  },
  bottom: {
    en: "Bottom, Under, Btm",
    short: "Bot, Btm, B, Bt",
    others: { de: "Unten", fr: "Dessous", es: "Abajo", it: "Sotto", pt: "Baixo", nl: "Onder", sv: "Under" },
  },
  close: {
    en: "Close, Near, Spot",
    short: "Cls, Cl",
    others: { de: "Nah", fr: "Proche", es: "Cerca", it: "Vicino", sv: "Nära" },
  },
  far: {
    en: "Far, Distant",
    short: "Far",
    others: { de: "Fern", fr: "Loin", es: "Lejos", it: "Lontano", sv: "Långt" },
  },
  front: {
    en: "Front, Fr",
    short: "Frnt, Fr",
    others: { de: "Vorne", fr: "Devant", es: "Frente", it: "Davanti" },
  },
  back: {
    en: "Back, Rear",
    short: "Bk, Rr",
    others: { de: "Hinten", fr: "Derrière", es: "Detrás", it: "Dietro" },
  },
  di: {
    en: "DI, D.I., Direct, Line",
    short: "DI",
    others: { de: "DI", fr: "DI", es: "Línea", it: "Linea" },
  },
  amp: { en: "Amp, Cab, Mic", short: "Amp, Cab, Mc", others: { fr: "Ampli", es: "Ampli", it: "Ampli" } },
  left: {
    en: "Left, L, L, L",
    short: "L, Lt",
    others: {
      de: "Links, L",
      fr: "Gauche, G",
      es: "Izq, Izquierda",
      it: "Sx, Sinistra",
      pt: "Esq",
      nl: "Links",
      sv: "Vänster, V",
    },
  },
  right: {
    en: "Right, R, R, R",
    short: "R, Rt",
    others: {
      de: "Rechts, R",
      fr: "Droite, D",
      es: "Der, Derecha",
      it: "Dx, Destra",
      pt: "Dir",
      nl: "Rechts",
      sv: "Höger, H",
    },
  },
  mid: {
    en: "Mid, Middle",
    short: "Md, M",
    others: { de: "Mitte", fr: "Milieu", es: "Medio", it: "Mezzo" },
  },
  side: { en: "Side", short: "Sd, S", others: { de: "Seite" } },
  high: { en: "High, Hi", short: "Hi", others: { de: "Hoch", fr: "Aigu", es: "Agudo", it: "Alto" } },
  low: { en: "Low, Lo", short: "Lo", others: { de: "Tief", fr: "Grave", es: "Grave", it: "Basso" } },
  mono: { en: "Mono", short: "Mno, Mono" },
};
