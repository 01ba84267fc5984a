declare module 'chord-symbol/lib/chord-symbol.js' {
  const chordSymbol: {
    chordParserFactory: () => (symbol: string) => {
      readonly error?: readonly unknown[]
      readonly normalized?: { readonly semitones: readonly number[] }
    }
  }
  export default chordSymbol
}
