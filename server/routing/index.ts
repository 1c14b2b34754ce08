export * from './route'
export * from './versioned'
