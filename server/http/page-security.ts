import type { ModuleOptions } from 'nuxt-security'

/** Headers of pages, by nuxt-security: nothing comes from elsewhere, and scripts run by a nonce of their own only. */
export const PAGE_SECURITY = {
  strict: false,
  rateLimiter: false,
  xssValidator: false,
  // Bodies are limited while they are read, on every path (server/middleware/1.body.ts).
  requestSizeLimiter: false,
  sri: true,
  nonce: true,
  removeLoggers: false,
  headers: {
    contentSecurityPolicy: {
      'default-src': ['\'none\''],
      'script-src': ['\'self\'', '\'nonce-{{nonce}}\''],
      'style-src': ['\'self\'', '\'nonce-{{nonce}}\''],
      'img-src': ['\'self\'', 'data:'],
      'font-src': ['\'self\''],
      'connect-src': ['\'self\''],
      'manifest-src': ['\'self\''],
      'worker-src': ['\'self\''],
      'base-uri': ['\'none\''],
      'form-action': ['\'self\''],
      'frame-ancestors': ['\'none\''],
      'object-src': ['\'none\''],
      'script-src-attr': ['\'none\''],
      'upgrade-insecure-requests': false,
    },
    crossOriginResourcePolicy: 'same-origin',
    crossOriginOpenerPolicy: 'same-origin',
    crossOriginEmbedderPolicy: 'require-corp',
    referrerPolicy: 'no-referrer',
    xFrameOptions: 'DENY',
    xContentTypeOptions: 'nosniff',
    xXSSProtection: '0',
    strictTransportSecurity: false,
    permissionsPolicy: {
      // Labels are read with it when stock is taken.
      'camera': ['self'],
      'microphone': [],
      'geolocation': [],
      'display-capture': [],
      'fullscreen': ['self'],
      'screen-wake-lock': ['self'],
    },
  },
  corsHandler: false,
} satisfies Partial<ModuleOptions>
