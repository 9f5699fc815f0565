export { OpenLeaf } from './open-leaf';
