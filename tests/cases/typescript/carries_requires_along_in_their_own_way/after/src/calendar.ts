export = { isOpen: (month: number): boolean => month > 0 };
