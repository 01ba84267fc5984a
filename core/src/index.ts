/** The music: everything that other workspaces use of it. Each group can be imported by itself too. */

export * from './band/index.ts'
export * from './formats/index.ts'
export * from './line/index.ts'
export * from './outcome/index.ts'
export * from './practice/index.ts'
export * from './random/index.ts'
export * from './theory/index.ts'
export * from './tune/index.ts'
export * from './wording/index.ts'
