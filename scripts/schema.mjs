// `npm run schema`: writes the JSON Schema of the open files from the descriptions that everything else reads.
import { writeFileSync } from 'node:fs'
import { createJiti } from 'jiti'
import { format } from 'prettier'

const { configurationSchema } = await createJiti(import.meta.url).import('../core/configuration/index.ts')
writeFileSync(
  'schemas/configuration.schema.json',
  await format(JSON.stringify(configurationSchema()), { parser: 'json', printWidth: 110 }),
)
