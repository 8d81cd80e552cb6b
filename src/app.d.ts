declare global {
  namespace App {
    interface Locals {
      account: { id: string; email: string; name: string; demo: boolean } | null;
      /** Hash of the session in use, so that "everywhere else" can leave it. */
      session: string | null;
      /** What was said of an error that nobody expected. */
      told?: string;
    }
    interface Error {
      message: string;
      /** Names the entry in the log. */
      id?: string;
    }
  }
}

export {};
