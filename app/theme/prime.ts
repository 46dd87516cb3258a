import type { App } from 'vue'
import PrimeVue from 'primevue/config'
import base from '@primeuix/themes/aura/base'
import autocomplete from '@primeuix/themes/aura/autocomplete'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import datatable from '@primeuix/themes/aura/datatable'
import datepicker from '@primeuix/themes/aura/datepicker'
import dialog from '@primeuix/themes/aura/dialog'
import inputtext from '@primeuix/themes/aura/inputtext'
import multiselect from '@primeuix/themes/aura/multiselect'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import slider from '@primeuix/themes/aura/slider'
import textarea from '@primeuix/themes/aura/textarea'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import { definePreset } from '@primeuix/styled'

const field = {
  background: 'var(--sunk)',
  filledBackground: 'var(--sunk)',
  borderColor: 'var(--control-line)',
  hoverBorderColor: 'var(--text)',
  focusBorderColor: 'var(--glass)',
  invalidBorderColor: 'var(--frost)',
  color: 'var(--text)',
  disabledBackground: 'var(--raised)',
  disabledColor: 'var(--muted)',
  placeholderColor: 'var(--muted)',
  invalidPlaceholderColor: 'var(--muted)',
  iconColor: 'var(--muted)',
  shadow: 'none',
}

/** One scheme: dark or light comes from our own custom properties, so that a switch costs nothing. */
const scheme = {
  surface: { 0: 'var(--raised)' },
  primary: { color: 'var(--frost)', contrastColor: 'var(--on-frost)', hoverColor: 'var(--glass)', activeColor: 'var(--glass)' },
  highlight: { background: 'var(--glass-deep)', focusBackground: 'var(--glass-deep)', color: 'var(--text)', focusColor: 'var(--text)' },
  formField: field,
  text: { color: 'var(--text)', hoverColor: 'var(--text)', mutedColor: 'var(--muted)', hoverMutedColor: 'var(--text)' },
  content: {
    background: 'var(--raised)',
    hoverBackground: 'var(--sunk)',
    borderColor: 'var(--line)',
    color: 'var(--text)',
    hoverColor: 'var(--text)',
  },
  overlay: {
    select: { background: 'var(--raised)', borderColor: 'var(--control-line)', color: 'var(--text)' },
    modal: { background: 'var(--raised)', borderColor: 'var(--control-line)', color: 'var(--text)' },
  },
  list: {
    option: {
      focusBackground: 'var(--sunk)',
      selectedBackground: 'var(--glass-deep)',
      selectedFocusBackground: 'var(--glass-deep)',
      color: 'var(--text)',
      focusColor: 'var(--text)',
      selectedColor: 'var(--text)',
      selectedFocusColor: 'var(--text)',
    },
  },
}

const Bench = definePreset<Record<string, unknown>>(
  base,
  {
    semantic: {
      focusRing: { width: '3px', style: 'solid', color: 'var(--glass)', offset: '2px' },
      formField: { borderRadius: '2px', paddingX: '0.75rem', paddingY: '0.65rem' },
      content: { borderRadius: '3px' },
      colorScheme: { light: scheme, dark: scheme },
    },
    components: {
      autocomplete, button, checkbox, datatable, datepicker, dialog, inputtext, multiselect, radiobutton, select, selectbutton, slider,
      textarea, togglebutton,
    },
  },
  {
    components: {
      button: {
        root: { borderRadius: '2px', label: { fontWeight: '650' } },
        colorScheme: Object.fromEntries(
          ['light', 'dark'].map(name => [
            name,
            {
              root: {
                secondary: {
                  background: 'transparent',
                  hoverBackground: 'var(--sunk)',
                  activeBackground: 'var(--sunk)',
                  borderColor: 'var(--control-line)',
                  hoverBorderColor: 'var(--text)',
                  activeBorderColor: 'var(--text)',
                  color: 'var(--text)',
                  hoverColor: 'var(--text)',
                  activeColor: 'var(--text)',
                },
              },
            },
          ]),
        ),
      },
      datatable: {
        headerCell: {
          background: 'transparent',
          hoverBackground: 'transparent',
          selectedBackground: 'transparent',
          padding: '0.4rem 1rem 0.4rem 0',
          color: 'var(--muted)',
          hoverColor: 'var(--text)',
          selectedColor: 'var(--text)',
          borderColor: 'var(--line)',
        },
        bodyCell: { padding: '0.5rem 1rem 0.5rem 0', borderColor: 'var(--line)' },
        row: { background: 'transparent', color: 'var(--text)' },
      },
      slider: {
        track: { background: 'var(--control-line)', borderRadius: '2px', size: '4px' },
        range: { background: 'var(--frost)' },
        // As broad as a fingertip, which is wet as often as not.
        handle: { width: '26px', height: '26px', background: 'var(--frost)', hoverBackground: 'var(--glass)' },
        colorScheme: Object.fromEntries(
          ['light', 'dark'].map(name => [name, { handle: { content: { background: 'var(--frost)', hoverBackground: 'var(--glass)' } } }]),
        ),
      },
      togglebutton: {
        root: { borderRadius: '2px', padding: '0.3rem' },
        colorScheme: Object.fromEntries(
          ['light', 'dark'].map(name => [
            name,
            {
              root: {
                background: 'var(--sunk)',
                checkedBackground: 'var(--frost)',
                hoverBackground: 'var(--sunk)',
                borderColor: 'var(--control-line)',
                checkedBorderColor: 'var(--frost)',
                color: 'var(--text)',
                hoverColor: 'var(--text)',
                checkedColor: 'var(--on-frost)',
              },
              content: { checkedBackground: 'var(--frost)' },
            },
          ]),
        ),
      },
    },
  },
)

/** Puts PrimeVue and our theme into the app. The page's nonce lets its style sheets in under the strict policy. */
export function installPrime(app: App) {
  const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce
  app.use(PrimeVue, { theme: { preset: Bench, options: { darkModeSelector: 'html:not([data-theme="light"])' } }, csp: { nonce } })
}
