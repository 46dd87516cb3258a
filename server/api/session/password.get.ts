import { passwordRoute } from '../../http/handler'

/** Answers where the password was given lately: a page asks before it begins a download, which could ask for nothing. */
export default passwordRoute(() => ({ ok: true }))
