import type { InputSet } from "../session/beside.ts";
import { setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";

const numbered = (t: Track): boolean => t.kind === "audio" && t.source !== null;
const asNow = (session: Session): InputSet["inputs"] =>
  session.tracks.flatMap((t) => (numbered(t) && t.input !== null ? [{ track: t.id, input: t.input }] : []));

/** The changes that keep the inputs as they are now under a name; a set of that name is replaced. */
export function keepInputs(session: Session, name: string, id: string): Change[] {
  const there = session.inputSets.find((s) => s.name.toLowerCase() === name.toLowerCase());
  const set: InputSet = { id: there?.id ?? id, name: there?.name ?? name, inputs: asNow(session) };
  return [
    setSessionField(
      session,
      "inputSets",
      there ? session.inputSets.map((s) => (s.id === there.id ? set : s)) : [...session.inputSets, set],
    ),
  ];
}

/**
 * The changes that number the sources as a set does; sources it does not name are left without an input.
 */
export function takeInputs(session: Session, id: string): Change[] {
  const set = session.inputSets.find((s) => s.id === id);
  if (!set) return [];
  const wanted = new Map(set.inputs.map((i) => [i.track, i.input]));
  return session.tracks.filter(numbered).flatMap((t): Change[] => {
    const to = wanted.get(t.id) ?? null;
    return to === t.input ? [] : [setField(t, "input", to)];
  });
}

/** The set the sources are numbered by just now; null where they are numbered by none. */
export function inputsOfNow(session: Session): InputSet | null {
  return session.inputSets.find((s) => takeInputs(session, s.id).length === 0) ?? null;
}
