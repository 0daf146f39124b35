import type { Person } from "@mossy/contract/people";

declare global {
  // oxlint-disable-next-line typescript/no-namespace -- this is how Express lets a request carry more
  namespace Express {
    interface Request {
      person?: Person;
      /** The sign-in the person stands on; null for a station. */
      signIn?: string | null;
    }
  }
}
