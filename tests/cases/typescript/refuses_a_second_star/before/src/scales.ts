type Unit = 'kg';

export const unit: Unit = 'kg';
