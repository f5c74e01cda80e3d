import {
  decodePDFRawStream,
  PDFArray,
  type PDFContext,
  PDFDict,
  PDFHexString,
  PDFName,
  PDFNumber,
  type PDFObject,
  PDFRawStream,
  PDFRef,
  PDFString,
} from 'pdf-lib'
import { say } from '../../words'
import { IntakeRefusal, LIMITS } from '../refusal'
import { unpredicted } from './predictor'

/** Plain questions to the objects of a PDF; what is missing or of another kind answers null. */
export class Objects {
  constructor(private readonly context: PDFContext) {}

  /** What a reference leads to; anything else as it is. */
  follow(object: PDFObject | undefined | null): PDFObject | null {
    let at = object ?? null
    for (let hops = 0; at instanceof PDFRef; hops += 1) {
      if (hops > 20) return null
      at = this.context.lookup(at) ?? null
    }
    return at
  }

  dict(object: PDFObject | undefined | null): PDFDict | null {
    const at = this.follow(object)
    if (at instanceof PDFRawStream) return at.dict
    return at instanceof PDFDict ? at : null
  }

  get(dict: PDFDict | null, key: string): PDFObject | null {
    return dict ? this.follow(dict.get(PDFName.of(key))) : null
  }

  /** The reference under a key, before it is followed: two keys with the same one mean the same object. */
  refOf(dict: PDFDict | null, key: string): string | null {
    const at = dict?.get(PDFName.of(key))
    return at instanceof PDFRef ? at.tag : null
  }

  list(object: PDFObject | null): PDFObject[] {
    const at = this.follow(object)
    return at instanceof PDFArray ? at.asArray() : []
  }

  number(object: PDFObject | null | undefined): number | null {
    const at = this.follow(object)
    return at instanceof PDFNumber ? at.asNumber() : null
  }

  numbers(object: PDFObject | null): number[] {
    return this.list(object).map((o) => this.number(o) ?? 0)
  }

  /** A name without its slash. */
  name(object: PDFObject | null | undefined): string | null {
    const at = this.follow(object)
    return at instanceof PDFName ? at.decodeText() : null
  }

  text(object: PDFObject | null): string | null {
    const at = this.follow(object)
    return at instanceof PDFString || at instanceof PDFHexString ? at.decodeText() : null
  }

  /** The decoded bytes of a stream; null for another object or a filter that cannot be undone. */
  stream(object: PDFObject | null | undefined): Uint8Array | null {
    const at = this.follow(object)
    if (!(at instanceof PDFRawStream)) return null
    let bytes: Uint8Array
    try {
      bytes = this.unpredict(decodePDFRawStream(at).decode(), at.dict)
    } catch {
      return null
    }
    if (bytes.length > 8 * LIMITS.bytes)
      throw new IntakeRefusal(
        say`The page unpacks to more than 256 MB. Simplify it in the program that drew it.`,
      )
    return bytes
  }

  /** The filter that packed the bytes first is undone last; only its prediction can be undone here. */
  private unpredict(bytes: Uint8Array, dict: PDFDict): Uint8Array {
    const parameters = this.get(dict, 'DecodeParms') ?? this.get(dict, 'DP')
    const own = parameters instanceof PDFArray ? this.list(parameters).at(-1) : parameters
    const number = (key: string, fallback: number) => this.number(this.get(this.dict(own), key)) ?? fallback
    return unpredicted(bytes, {
      predictor: number('Predictor', 1),
      colours: number('Colors', 1),
      bits: number('BitsPerComponent', 8),
      columns: number('Columns', 1),
    })
  }
}
