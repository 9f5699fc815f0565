/** Object identifiers that seals are made of (RFC 5652, 5035, 3161, 5280). */
export const OID = {
  data: '1.2.840.113549.1.7.1',
  signedData: '1.2.840.113549.1.7.2',
  contentType: '1.2.840.113549.1.9.3',
  messageDigest: '1.2.840.113549.1.9.4',
  signingCertificateV2: '1.2.840.113549.1.9.16.2.47',
  timeStampToken: '1.2.840.113549.1.9.16.2.14',
  timeStampInfo: '1.2.840.113549.1.9.16.1.4',
  sha256: '2.16.840.1.101.3.4.2.1',
  commonName: '2.5.4.3',
  organisation: '2.5.4.10',
  basicConstraints: '2.5.29.19',
  keyUsage: '2.5.29.15',
  extendedKeyUsage: '2.5.29.37',
  subjectKey: '2.5.29.14',
  authorityKey: '2.5.29.35',
  timeStamping: '1.3.6.1.5.5.7.3.8',
} as const;
