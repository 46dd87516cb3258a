declare module '#crest/routes' {
  /** Of every route file below `server/api`. */
  const routes: { method: string, route: string }[]
  export default routes
}

declare module '#crest/faces' {
  /** Files of each face that ships with Crest, base64, by its id. */
  const faces: Record<string, string[]>
  export default faces
}

declare module '#crest/upload-worker' {
  /** The script of `server/workers/upload.ts` with all that it needs. */
  const code: string
  export default code
}
