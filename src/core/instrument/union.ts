import { Type } from 'class-transformer';
import { IsObject, ValidateNested } from 'class-validator';

export type Classes = Readonly<Record<string, new () => object>>;

const unions = new WeakMap<object, Map<string, Classes>>();

/** The classes that a field may hold, or undefined where it is no union: for the published schema. */
export const unionOf = (owner: new () => object, field: string): Classes | undefined => {
  for (let at: object | null = owner.prototype; at; at = Object.getPrototypeOf(at)) {
    const found = unions.get(at)?.get(field);
    if (found) return found;
  }
};

/** Marks a field, or each entry of a list, as one of several classes, told apart by its property `is`. @param classes may be added to until a document is read */
export function Union(classes: Classes, options: { each?: boolean } = {}): PropertyDecorator {
  const discriminator = {
    property: 'is',
    get subTypes() {
      return Object.entries(classes).map(([name, value]) => ({ name, value }));
    },
  };
  const decorators = [
    IsObject(options),
    ValidateNested(options),
    Type(() => Object, { discriminator, keepDiscriminatorProperty: true }),
  ];
  return (target, field) => {
    const own = unions.get(target) ?? new Map<string, Classes>();
    unions.set(target, own.set(String(field), classes));
    for (const decorate of decorators) decorate(target, field as string);
  };
}
