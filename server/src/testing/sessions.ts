import type { AnswerOf } from "@mossy/contract/routes";
import type { HandInAnswer } from "@mossy/contract/sessions";
import type { Visitor } from "./house.ts";

/** A session for the van, fitted from the full yard. */
export const quayNight = (engineer: Visitor, leaveOut: string[] = []) =>
  engineer.ask(
    "startSession",
    {},
    {
      title: "Quay night, late",
      room: "ferry-van",
      template: "steelpan-orchestra-full-yard",
      release: 6,
      leaveOut,
    },
  );

/** What a hand-in answers when the file was taken in. */
export const takenIn = (answer: AnswerOf<"handIn">): HandInAnswer => {
  if (!answer.taken) throw new Error("it was asked about");
  return answer;
};
