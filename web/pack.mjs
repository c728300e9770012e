// Packs what the build made, so that the server sends it as it lies there: each file once, beside itself.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
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
