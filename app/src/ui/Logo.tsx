import { Image } from 'react-native'

/** A company's logo, as high as a line of text. */
export function Logo({ png, name }: { png: string; name: string }) {
  return (
    <Image
      source={{ uri: `data:image/png;base64,${png}` }}
      alt={`Logo of ${name}`}
      resizeMode="contain"
      style={{ width: 140, height: 40, marginBottom: 4 }}
    />
  )
}
