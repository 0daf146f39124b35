import { wholeHouse } from "./houseParts.ts";
import { houseProblems } from "./problems.ts";

export * from "./houseParts.ts";
export { houseProblems } from "./problems.ts";

/** All conventions of the house as one document; kept as numbered editions with one draft. */
export const house = wholeHouse.superRefine((doc, ctx) => {
  for (const problem of houseProblems(doc))
    ctx.addIssue({ code: "custom", path: problem.path, message: problem.message });
});
