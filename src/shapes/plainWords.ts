/** What a shape's own words leave out, in words of the shop instead of the library's. */
export const PLAIN_WORDS = {
  'any.required': '{{#label}} is missing',
  'string.empty': '{{#label}} is missing',
  'string.max': '{{#label}} is too long: {{#limit}} characters at most',
  'string.min': '{{#label}} is too short: {{#limit}} characters at least',
  'number.base': '{{#label}} is not a number',
  'number.integer': '{{#label}} must be a whole number',
  'number.min': '{{#label}} must be {{#limit}} or more',
  'number.max': '{{#label}} must be {{#limit}} or less',
  'array.max': '{{#label}} holds more than {{#limit}}',
  'array.min': '{{#label}} holds fewer than {{#limit}}',
  'object.unknown': '{{#label}} is nothing this command takes',
};
