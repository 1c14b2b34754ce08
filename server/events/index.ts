export * from './bus'
