/** Settings from the environment, read once. */
export const settings = {
  port: Number(process.env.PORT ?? 4870),
  /** Loopback unless told otherwise. */
  host: process.env.HOST ?? "127.0.0.1",
  databaseUrl: process.env.DATABASE_URL ?? "",
  /** One-click sign-in of the demo people. */
  demo: process.env.HERON_DEMO === "1",
  logLevel: process.env.HERON_LOG ?? "info",
  /** Largest case file that can be imported. */
  mostImportBytes: 2 * 1024 * 1024,
  /** Largest request of any kind. */
  mostBodyBytes: 4 * 1024 * 1024,
  /** Largest picture, as the browser sends it (it makes them smaller first). */
  mostPhotoBytes: 12 * 1024 * 1024,
} as const;
