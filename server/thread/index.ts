export { AskingThread, type Answered, type Asked } from './asking'
