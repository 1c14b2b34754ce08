export { hashOf, hashOfData, hashOfSaid } from './hash'
