/**
 * What a browser says it runs on, as far as that tells places apart: the first bracketed part of its user
 * agent (RFC 9110, 10.1.5: a comment), or the beginning of what it says.
 */
export function browserInWords(agent: string): string {
  const system = /\(([^)]{1,60})/.exec(agent)?.[1];
  if (system !== undefined) return `Browser on ${system.split(";").slice(0, 2).join(",")}`;
  return agent.trim() === "" ? "A program that does not say its name" : agent.trim().slice(0, 60);
}
