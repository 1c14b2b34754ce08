// npm run certificate [-- more names]: a local authority once, a certificate for this machine.
import { CannotOpen, EXIT_CANNOT_OPEN } from '../db'
import { machineNames, makeCertificate } from '.'

const folder = process.env.DATA_DIR ?? 'data'
const names = [...new Set([...machineNames(), ...process.argv.slice(2)])]
const bad = names.find((name) => !/^[a-z0-9.:-]{1,253}$/i.test(name))
try {
  if (bad) throw new CannotOpen('not-there', `"${bad}" is neither a host name nor an address.`)
  const { until } = await makeCertificate(folder, names)
  console.log(`Good until ${until.toISOString().slice(0, 10)} for ${names.join(', ')}.
Start with HOST=0.0.0.0 npm start. Each tablet trusts the authority once: it says where when it starts, port after the
server's. Run this again before the certificate ends or when an address changes; nobody has to trust anew.
Keep ${folder}/tls/authority.key to this machine: whoever has it can pass for any site on those tablets.`)
} catch (error) {
  if (!(error instanceof CannotOpen)) throw error
  console.error(error.message)
  process.exitCode = EXIT_CANNOT_OPEN
}
