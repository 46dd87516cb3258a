declare module '#crest/routes' {
  /** Of every route file below `server/api`. */
  const routes: { method: string, route: string }[]
  export default routes
}

declare module '#crest/art-worker' {
  /** The script of `server/workers/art.ts` with all that it needs. */
  const code: string
  export default code
}
