export { addressesOf, authorityPage, machineNames, showAddresses } from './addresses'
export { makeCertificate, readCertificate, type Certificate } from './certificate'
