export { hashOf, hashOfData } from './hash'
