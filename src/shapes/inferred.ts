/* eslint-disable @typescript-eslint/no-explicit-any, @typescript-eslint/no-unused-vars -- interfaces of the library are
   merged with only where they are spelled as it spells them */
import type Joi from 'joi';

/**
 * What a shape lets through, as a type: the shape is the one source, nobody writes the type beside it. The library's
 * own types forget three things, which are kept here: that a field is required, which values it may have, what a list
 * holds.
 */

declare const DEMANDED: unique symbol;
declare const ONLY: unique symbol;
declare const OR: unique symbol;

interface Demanded {
  readonly [DEMANDED]: true;
}
interface Only<V> {
  readonly [ONLY]: V;
}
interface Or<V> {
  readonly [OR]: V;
}

type Plain = string | number | boolean | null;
type Own<S> = S extends { readonly [ONLY]: infer V }
  ? V
  : S extends Joi.AnySchema
    ? NonNullable<S['~standard']['types']>['output']
    : never;
/** What is let through beside the type's own: null alone matters, an empty text is a text. */
type Beside<S> = S extends { readonly [OR]: infer V } ? Extract<V, null> : never;

/** The type of what a shape lets through. */
export type ValueOf<S> = Own<S> | Beside<S>;

type Fields = Record<string, Joi.Schema>;
type NeededKeys<M> = { [K in keyof M]: M[K] extends Demanded ? K : never }[keyof M];
type Flat<T> = { [K in keyof T]: T[K] };

/** The type of an object whose fields have these shapes. */
export type FieldsOf<M> = Flat<
  { [K in NeededKeys<M>]: ValueOf<M[K]> } & { [K in Exclude<keyof M, NeededKeys<M>>]?: ValueOf<M[K]> }
>;

declare module 'joi' {
  interface AnySchema<TSchema = any> {
    required(): this & Demanded;
    default(value?: unknown): this & Demanded;
    valid<const V extends readonly Plain[]>(...values: V): this & Only<V[number]>;
    allow<const V extends readonly Plain[]>(...values: V): this & Or<V[number]>;
  }
  interface ObjectSchema<TSchema = any> {
    pattern<S extends Joi.Schema>(
      key: RegExp | Joi.Schema,
      value: S,
      options?: Joi.ObjectPatternOptions,
    ): ObjectSchema<Record<string, ValueOf<S>>>;
    append<M extends Fields>(fields: M): ObjectSchema<TSchema & FieldsOf<NoInfer<M>>>;
    keys<M extends Fields>(fields: M): ObjectSchema<TSchema & FieldsOf<NoInfer<M>>>;
  }
  interface ArraySchema<TSchema = any[]> {
    items<S extends Joi.Schema>(shape: S): ArraySchema<ValueOf<S>[]>;
  }
  interface Root {
    // by themselves, whatever stands around them
    string(): StringSchema<string>;
    number(): NumberSchema<number>;
    boolean(): BooleanSchema<boolean>;
    object<M extends Fields>(fields: M): ObjectSchema<FieldsOf<M>>;
    alternatives<S extends readonly Joi.Schema[]>(
      ...schemas: S
    ): AlternativesSchema<{ [N in keyof S]: ValueOf<S[N]> }[number]>;
    valid<const V extends readonly Plain[]>(...values: V): AnySchema<V[number]> & Only<V[number]>;
  }
}
