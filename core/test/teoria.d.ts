declare module 'teoria' {
  const teoria: { note: (name: string) => { chroma: () => number } }
  export default teoria
}
