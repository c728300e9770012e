// Packs what the build made, so that the server sends it as it lies there: each file once, beside itself.
import { appendFileSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const PACKED = /\.(js|css|svg|json)$/
const LEAST_BYTES = 400 // of less nothing is gained

for (const name of readdirSync('dist/assets').filter((one) => PACKED.test(one))) {
  const whole = readFileSync(`dist/assets/${name}`)
  if (whole.length < LEAST_BYTES) continue
  const options = { params: { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY } }
  writeFileSync(`dist/assets/${name}.br`, brotliCompressSync(whole, options))
  writeFileSync(`dist/assets/${name}.gz`, gzipSync(whole, { level: 9 }))
}

// a font is in no module of the program, so its licence is put beside the others here
const font = 'node_modules/@fontsource-variable/source-sans-3'
const { name, version } = JSON.parse(readFileSync(`${font}/package.json`, 'utf8'))
const rule = '\n\n---\n\n'
appendFileSync('dist/notices.txt', `${rule}Name: ${name}\nVersion: ${version}\n\n${readFileSync(`${font}/LICENSE`, 'utf8')}`)
