import { IsEmpty } from 'class-validator';
import { Id } from '../../fields';

/** Carries nothing. The checker wants at least one rule to know the class, so it is told of a field that must be absent. */
export class Nothing {
  @IsEmpty() nothing?: never;
}

export class OfItem {
  @Id() itemId!: string;
}
