package keepshelf.core.sources.feed;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import keepshelf.core.words.Words;

/**
 * Ed25519 signatures of pages of feeds (RFC 8032). A signature is a small text beside the page, two
 * lines of Base64: the public key (X.509 SubjectPublicKeyInfo, RFC 8410) and the signature of the
 * page's bytes.
 */
public final class FeedKey {
  private static final String ALGORITHM = "Ed25519";

  private FeedKey() {}

  /**
   * A signature as read.
   *
   * @param key the public key, Base64
   * @param signature of the page, Base64
   */
  public record Signed(String key, String signature) {
    /**
     * Reads the two lines.
     *
     * @throws IllegalArgumentException when they are none
     */
    public static Signed read(byte[] text) {
      String[] lines = new String(text, StandardCharsets.US_ASCII).strip().split("\\s+");
      if (lines.length != 2) {
        throw new IllegalArgumentException(Words.of("feedKey.signature-not-two-lines-base64"));
      }
      Base64.getDecoder().decode(lines[0]);
      Base64.getDecoder().decode(lines[1]);
      return new Signed(lines[0], lines[1]);
    }

    /** Whether the key has signed {@code page}. */
    public boolean proves(byte[] page) {
      try {
        PublicKey k =
            KeyFactory.getInstance(ALGORITHM)
                .generatePublic(new X509EncodedKeySpec(Base64.getDecoder().decode(key)));
        Signature s = Signature.getInstance(ALGORITHM);
        s.initVerify(k);
        s.update(page);
        return s.verify(Base64.getDecoder().decode(signature));
      } catch (GeneralSecurityException | IllegalArgumentException e) {
        return false;
      }
    }

    /** The two lines. */
    public byte[] text() {
      return (key + "\n" + signature + "\n").getBytes(StandardCharsets.US_ASCII);
    }
  }

  /** A new pair of keys. */
  public static KeyPair make() {
    try {
      return KeyPairGenerator.getInstance(ALGORITHM).generateKeyPair();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Signs a page. */
  public static Signed sign(byte[] page, KeyPair keys) {
    try {
      Signature s = Signature.getInstance(ALGORITHM);
      s.initSign(keys.getPrivate());
      s.update(page);
      return new Signed(base64(keys.getPublic().getEncoded()), base64(s.sign()));
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /** A pair of keys as two lines of Base64, the public one first, to be kept by the source. */
  public static String write(KeyPair keys) {
    return base64(keys.getPublic().getEncoded())
        + "\n"
        + base64(keys.getPrivate().getEncoded())
        + "\n";
  }

  /**
   * Reads what {@link #write} wrote.
   *
   * @throws IllegalArgumentException when it is no pair of keys
   */
  public static KeyPair read(String text) {
    String[] lines = text.strip().split("\\s+");
    try {
      KeyFactory f = KeyFactory.getInstance(ALGORITHM);
      PublicKey open =
          f.generatePublic(new X509EncodedKeySpec(Base64.getDecoder().decode(lines[0])));
      PrivateKey secret =
          f.generatePrivate(new PKCS8EncodedKeySpec(Base64.getDecoder().decode(lines[1])));
      return new KeyPair(open, secret);
    } catch (GeneralSecurityException | ArrayIndexOutOfBoundsException e) {
      throw new IllegalArgumentException(Words.of("feedKey.no-pair-keys"), e);
    }
  }

  private static String base64(byte[] b) {
    return Base64.getEncoder().encodeToString(b);
  }
}
