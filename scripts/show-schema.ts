import { SHOW_VERSION, ShowFile } from '@hearty/core';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** The JSON Schema of a show file, made from the classes that check it. */
export function showFileSchema(): object {
  const all = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
    additionalConverters: {
      isInt: { type: 'integer' },
      // What a number must be, a whole one too, is said once; its limits add to that.
      min: ({ constraints: [minimum] }) => ({ minimum: minimum as number }),
      max: ({ constraints: [maximum] }) => ({ maximum: maximum as number }),
      isIso8601: { type: 'string', format: 'date' },
    },
  });
  const closed = (name: string) => ({ ...all[name], additionalProperties: false });
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Hearty Stage show file, version ${SHOW_VERSION}`,
    ...closed(ShowFile.name),
    $defs: Object.fromEntries(partsOf(ShowFile.name).map((name) => [name, closed(name)])),
  };

  /** The classes inside one, each once: the generator knows every checked class of the program. */
  function partsOf(root: string): string[] {
    const found: string[] = [];
    const look = (name: string) => {
      for (const [, part] of JSON.stringify(all[name]).matchAll(/"#\/\$defs\/(\w+)"/g))
        if (!found.includes(part!)) {
          found.push(part!);
          look(part!);
        }
    };
    look(root);
    return found.sort();
  }
}
