// The package's main file gives a module loader nothing; this one gives the same as its types say.
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer'
}
