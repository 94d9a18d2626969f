package keepshelf.demo;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;

/**
 * A great many tiny packs of the Skerry Light scenario, for seeing how a large shelf behaves: every
 * map is a picture of a few pixels of its own colour. The same number gives the same files.
 */
public final class ManyPacks {
  /**
   * One pack that was written.
   *
   * @param source who delivered it
   * @param name of the pack
   * @param version of the pack
   * @param licence SPDX identifier or the source's own
   * @param folder its files, relative to where all were written
   * @param items what is in it
   */
  public record Pack(
      String source,
      String name,
      String version,
      String licence,
      String folder,
      List<Item> items) {}

  /**
   * One material.
   *
   * @param key as the files are called
   * @param rgb its colour, {@code 0xRRGGBB}
   * @param files names of its maps, by their roles' words: color, rough, nor
   */
  public record Item(String key, int rgb, List<String> files) {}

  private static final int PER_PACK = 50;
  private static final int SIDE = 4;
  private static final String[] FIRST = {
    "Tarred",
    "Limewashed",
    "Bleached",
    "Rusty",
    "Wet",
    "Salt-worn",
    "Flaking",
    "Verdigris",
    "Oiled",
    "Ribbed",
    "Crushed",
    "Mossy",
    "Cracked",
    "Painted",
    "Weathered",
    "Polished"
  };
  private static final String[] SECOND = {
    "Rope",
    "Plaster",
    "Larch",
    "Hull Plate",
    "Kelp",
    "Brass",
    "Boat Paint",
    "Copper",
    "Canvas",
    "Lens Glass",
    "Shell Path",
    "Slate",
    "Barnacle Crust",
    "Net Mesh",
    "Cork",
    "Sailcloth"
  };
  private static final String[] SOURCES = {
    "Brinewell Surfaces",
    "Tinder & Tarn",
    "Hollow Ash Scans",
    "Pebblejar",
    "Gantry Nine",
    "Own work"
  };
  private static final String[] LICENCES = {
    "CC0-1.0", "CC-BY-4.0", "LicenseRef-Hollow-Ash", "CC0-1.0", "LicenseRef-Gantry-Nine", "CC0-1.0"
  };

  private ManyPacks() {}

  /** Writes packs with {@code items} materials together below {@code into}. */
  public static List<Pack> write(Path into, int items) throws IOException {
    List<Pack> out = new ArrayList<>();
    for (int first = 0; first < items; first += PER_PACK) {
      out.add(pack(into, out.size(), first, Math.min(items, first + PER_PACK)));
    }
    return out;
  }

  private static Pack pack(Path into, int number, int first, int end) throws IOException {
    int s = number % SOURCES.length;
    String name = FIRST[number % FIRST.length] + " Set " + (number + 1);
    String folder =
        SOURCES[s].toLowerCase(Locale.ROOT).replaceAll("[^a-z]+", "-")
            + "/"
            + name.toLowerCase(Locale.ROOT).replace(' ', '-')
            + "@1."
            + number % 4;
    Path at = into.resolve(folder);
    Files.createDirectories(at);
    List<Item> items = new ArrayList<>();
    for (int i = first; i < end; i++) {
      items.add(item(at, i));
    }
    Files.writeString(
        at.resolve("license.txt"),
        "SPDX-License-Identifier: "
            + LICENCES[s]
            + "\nSource: "
            + SOURCES[s]
            + "\nVersion: 1."
            + number % 4
            + "\n",
        StandardCharsets.UTF_8);
    return new Pack(SOURCES[s], name, "1." + number % 4, LICENCES[s], folder, items);
  }

  private static Item item(Path at, int number) throws IOException {
    SplittableRandom r = new SplittableRandom(number * 7919L + 17);
    String key =
        (FIRST[r.nextInt(FIRST.length)] + "_" + SECOND[r.nextInt(SECOND.length)])
                .toLowerCase(Locale.ROOT)
                .replaceAll("[ -]", "_")
            + String.format(Locale.ROOT, "_%06d", number);
    int rgb = r.nextInt(0x1000000);
    List<String> files = new ArrayList<>();
    for (String role : List.of("color", "rough", "nor")) {
      String name = key + "_" + role + "_" + (512 << number % 4) + ".png";
      int c = role.equals("nor") ? 0x8080FF - number % 97 : rgb ^ role.hashCode() & 0x070707;
      Files.write(at.resolve(name), png(c, number));
      files.add(name);
    }
    return new Item(key, rgb, files);
  }

  /** A picture of one colour; {@code salt} stands in a comment, so that no two files are alike. */
  private static byte[] png(int rgb, int salt) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream(128);
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeLong(0x89504E470D0A1A0AL);
    ByteArrayOutputStream head = new ByteArrayOutputStream();
    DataOutputStream h = new DataOutputStream(head);
    h.writeInt(SIDE);
    h.writeInt(SIDE);
    h.write(new byte[] {8, 2, 0, 0, 0});
    chunk(out, "IHDR", head.toByteArray());
    chunk(out, "tEXt", ("Comment\0" + salt).getBytes(StandardCharsets.ISO_8859_1));
    byte[] raw = new byte[SIDE * (1 + SIDE * 3)];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        int i = y * (1 + SIDE * 3) + 1 + x * 3;
        raw[i] = (byte) (rgb >> 16);
        raw[i + 1] = (byte) (rgb >> 8);
        raw[i + 2] = (byte) rgb;
      }
    }
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    Deflater fast = new Deflater(Deflater.BEST_SPEED);
    try (DeflaterOutputStream z = new DeflaterOutputStream(packed, fast)) {
      z.write(raw);
    } finally {
      fast.end();
    }
    chunk(out, "IDAT", packed.toByteArray());
    chunk(out, "IEND", new byte[0]);
    return bytes.toByteArray();
  }

  private static void chunk(DataOutputStream out, String type, byte[] data) throws IOException {
    byte[] name = type.getBytes(StandardCharsets.ISO_8859_1);
    CRC32 crc = new CRC32();
    crc.update(name);
    crc.update(data);
    out.writeInt(data.length);
    out.write(name);
    out.write(data);
    out.writeInt((int) crc.getValue());
  }
}
