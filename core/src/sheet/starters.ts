/** Lists a template can start from, as they are typed. Common practice, no source. */
export const STARTERS: readonly { readonly id: string; readonly name: string; readonly says: string; readonly list: string }[] = [
  { id: "kit", name: "Kit of twelve microphones", says: "kick in and out, snare top and bottom, hat, three toms, ride, overheads, rooms", list: "Kick in | 1\nKick out | 2\nSnare top | 3\nSnare bottom | 4\nHat | 5\nRack tom high | 6\nRack tom low | 7\nFloor tom | 8\nRide | 9\nOH left | 10\nOH right | 11\nRoom | stereo | 12\nPlate\nMain" },
  { id: "band", name: "Band", says: "small kit, bass, two guitars, keys, lead and backing voices, two reverbs, a headphone mix", list: "Kick | 1\nSnare top | 2\nHat | 3\nOH left | 4\nOH right | 5\nBass guitar | 6\nElectric guitar left | 7\nElectric guitar right | 8\nPiano | stereo | 9\nLead vocal | 11\n2 of Backing vocal | 12\nTalkback | 14\nPlate\nHall reverb\nCue mix\nMain" },
  { id: "choir", name: "Choir", says: "four voices, a main pair, room left and right, talkback", list: "Soprano | 1\nAlto | 2\nTenor voice | 3\nBass voice | 4\nAmbience | stereo | 5\nRoom left | 7\nRoom right | 8\nTalkback | 9\nHall reverb\nMain" },
  { id: "speech", name: "Spoken word", says: "narrator, host, two guests, music bed, room tone", list: "Narrator | 1\nHost | 2\n2 of Guest | 3\nMusic bed\nIntro music\nOutro music\nRoom reverb\nMain" },
];
