import { z } from 'zod';

const kinds: Record<string, string> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  object: 'a set of fields',
  array: 'a list',
  record: 'a set of fields',
  null: 'empty',
};

/** What a schema finds wrong without a message of its own, in plain words. */
const plainly: z.core.$ZodErrorMap = (issue) => {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined || issue.input === null
        ? 'This is missing: fill it in.'
        : `This must be ${kinds[issue.expected] ?? 'of another kind'}: check what stands there.`;
    case 'invalid_value':
      return 'This is none of the choices there are: pick one from the list.';
    case 'invalid_union':
      return 'This is none of the kinds there are: pick one from the list.';
    case 'unrecognized_keys':
      return `There is more here than belongs here (${issue.keys.join(', ')}): reload the page.`;
    case 'invalid_format':
      return 'This is not written as it should be: check it.';
    case 'too_small':
      return `This is too small: at least ${String(issue.minimum)}.`;
    case 'too_big':
      if (issue.origin === 'array') return `There are too many here: at most ${String(issue.maximum)}.`;
      if (issue.origin === 'string') return `This is too long: at most ${String(issue.maximum)} characters.`;
      return `This is too large: at most ${String(issue.maximum)}.`;
    case 'not_multiple_of':
      return 'This must be a whole number.';
    case 'invalid_key':
    case 'invalid_element':
      return 'A part of this cannot be: check its fields.';
    default:
      return undefined;
  }
};

z.config({ customError: plainly });
