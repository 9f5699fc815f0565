/** What other areas use of this one. */
export { GrantLeaf } from './grant-leaf';
export { GroupList } from './group-list';
