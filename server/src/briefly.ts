/** An error as the log has it: those of the database carry their whole connection with them. */
export function briefly(err: unknown): unknown {
  if (typeof err !== "object" || err === null) return err;
  const { name, type = name, message, stack, code } = err as Readonly<Record<string, unknown>>;
  return { type, message, stack, code };
}
