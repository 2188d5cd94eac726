'use client';
import type { Schema } from 'joi';
import { PLAIN_WORDS } from '@/shapes/plainWords';
import {
  useForm,
  type DefaultValues,
  type FieldValues,
  type Path,
  type Resolver,
  type SubmitHandler,
} from 'react-hook-form';

interface Shaped<V> {
  defaults: DefaultValues<V>;
  /** What was typed as the command's input; NaN for an amount that is none. */
  toInput: (typed: V) => Record<string, unknown>;
  /** The shape the command itself checks with; loaded when the form is first sent. */
  shape: () => Promise<Schema>;
}

/**
 * A form whose input is checked here by the very shape the command checks with, each fault at its field.
 * Fields are named as in the input.
 */
export function useShapedForm<V extends FieldValues>({ defaults, toInput, shape }: Shaped<V>) {
  const resolver: Resolver<V> = async (typed, context, options) => {
    const [{ joiResolver }, schema] = await Promise.all([import('@hookform/resolvers/joi'), shape()]);
    return (await joiResolver(schema, { abortEarly: false, messages: PLAIN_WORDS })(
      toInput(typed),
      context,
      options as never,
    )) as never;
  };
  const form = useForm<V>({ defaultValues: defaults, resolver });
  return {
    /** Props of a field, its fault among them. `server`: what the server said of it. */
    field: (name: Path<V>, server?: Record<string, string>) => ({
      ...form.register(name),
      // in the page as it comes, not only once the form has come alive
      ...(typeof defaults[name as keyof typeof defaults] === 'string' && {
        defaultValue: defaults[name as keyof typeof defaults] as string,
      }),
      fault: (form.formState.errors[name]?.message as string | undefined) ?? server?.[name],
    }),
    /** For the form's onSubmit: calls with the checked input. */
    sending: (send: (input: Record<string, unknown>) => Promise<unknown>) =>
      form.handleSubmit((input) => send(input).then(() => undefined) as ReturnType<SubmitHandler<V>>),
    reset: form.reset,
  };
}
