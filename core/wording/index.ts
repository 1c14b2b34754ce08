export * from './names'
export * from './sentences'
export * from './load-sentences'
export * from './choose-sentences'
