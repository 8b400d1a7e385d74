import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** The JSON Schema of a show file, made from the classes that check it. */
export function showFileSchema(): object {
  const all = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
  });
  const wanted = [
    'Timing',
    'StepTimer',
    'Step',
    'Who',
    'PrepTask',
    'Reset',
    'KitNeed',
    'ConsumableNeed',
    'Cause',
    'Fault',
    'Condition',
    'Demo',
    'Venue',
    'Person',
    'Good',
    'CrewPlace',
    'Item',
    'Show',
    'DemoRecord',
    'OpenAction',
  ];
  const { ShowFile: root, ...rest } = all;
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Hearty Stage show file, version 1',
    ...root,
    $defs: Object.fromEntries(wanted.map((name) => [name, rest[name]])),
  };
}
