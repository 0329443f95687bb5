
export const remove = (): void => {};
