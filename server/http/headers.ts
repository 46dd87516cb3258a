/** What an answer of the API may do in a browser: nothing but be read by our own pages. The routes of pages have rules of their own. */
export const API_HEADERS = {
  'content-security-policy': 'default-src \'none\'; frame-ancestors \'none\'',
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-resource-policy': 'same-origin',
  'cache-control': 'no-store',
}
