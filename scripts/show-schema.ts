import { SHOW_VERSION, ShowFile } from '@hearty/core';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** The classes of a show file besides its root; the generator knows every checked class of the program. */
const PARTS = [
  'Timing',
  'StepTimer',
  'Step',
  'Who',
  'PrepTask',
  'Reset',
  'KitNeed',
  'Worn',
  'ConsumableNeed',
  'Parameter',
  'BenchInput',
  'BenchAmount',
  'DemoBench',
  'VariantAmount',
  'Variant',
  'Cause',
  'Fault',
  'Condition',
  'Reading',
  'Picture',
  'Demo',
  'Mark',
  'Venue',
  'Person',
  'Good',
  'CrewPlace',
  'TaskChoice',
  'Setting',
  'Series',
  'Option',
  'Ban',
  'ExtraKit',
  'ChilledObject',
  'ColdPlan',
  'Item',
  'Show',
  'BenchTold',
  'FoundCause',
  'DemoRecord',
  'Elsewhere',
  'Pace',
  'OpenAction',
];

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
    $defs: Object.fromEntries(PARTS.map((name) => [name, closed(name)])),
  };
}
