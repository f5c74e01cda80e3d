/** The package's main file is no ES module although it claims to be; the build beside it is. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer'
}
