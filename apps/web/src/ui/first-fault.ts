/** The first field with a fault that can be reached. */
export const firstFault = (within: ParentNode = document) => within.querySelector<HTMLElement>('[aria-invalid="true"]:not([disabled])');
