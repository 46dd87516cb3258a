declare module '#crest/routes' {
  /** Of every route file below `server/api`. */
  const routes: { method: string, route: string }[]
  export default routes
}
