export { AskingThread, type Answered, type Asked } from './worker-thread'
