import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsObject, ValidateNested } from 'class-validator';

type Class = new () => object;

/** Marks a field as an object of a class. @param of called when a document is read, since classes may stand further below */
export const ObjectOf = (of: () => Class): PropertyDecorator => all([Type(of), ValidateNested(), IsObject()]);

/** Marks a field as a list of objects of a class. @param most entries @param least 0 unless said */
export const ListOf = (of: () => Class, most: number, least = 0): PropertyDecorator =>
  all([
    Type(of),
    ValidateNested({ each: true }),
    IsObject({ each: true }),
    ArrayMaxSize(most),
    ...(least > 0 ? [ArrayMinSize(least)] : []),
    IsArray(),
  ]);

const all =
  (decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, field) => {
    for (const decorate of decorators) decorate(target, field);
  };
