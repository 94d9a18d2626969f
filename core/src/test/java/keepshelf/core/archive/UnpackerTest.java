package keepshelf.core.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.zip.GZIPOutputStream;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class UnpackerTest {
  private static final Limits SMALL = new Limits(50, 1 << 20, 4 << 20, 100, 100_000);

  @TempDir Path dir;

  private UnpackReport unpack(Path archive, Limits limits) throws IOException, ShelfException {
    Path out = Files.createTempDirectory(dir, "out");
    return Unpacker.unpack(archive, "a.zip", out, limits, Progress.NONE, null);
  }

  private static byte[] text(String s) {
    return s.getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void entriesComeOutWithTheirHashes() throws Exception {
    Path zip = TestPacks.zip(dir.resolve("a.zip"), Map.of("maps/rope.txt", text("abc")));
    UnpackReport r = unpack(zip, Limits.DEFAULT);
    assertThat(r.problems()).isEmpty();
    assertThat(r.files()).hasSize(1);
    assertThat(r.files().getFirst().sha256())
        .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    assertThat(r.files().getFirst().parts()).containsExactly("maps", "rope.txt");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "../evil.txt",
        "a/../../evil.txt",
        "/etc/evil.txt",
        "C:\\evil.txt",
        "..\\..\\evil.txt",
        "a/b/../../../evil.txt"
      })
  void entriesThatLeaveTheirFolderAreRefusedAndTheRestGoesOn(String name) throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put(name, text("evil"));
    m.put("good.txt", text("good"));
    UnpackReport r = unpack(TestPacks.zip(dir.resolve("a.zip"), m), Limits.DEFAULT);
    assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("good.txt");
    assertThat(r.problems()).extracting(Problem::code).containsExactly("unsafe-entry");
    try (var all = Files.walk(dir)) {
      assertThat(all.filter(p -> p.getFileName().toString().equals("evil.txt"))).isEmpty();
    }
  }

  @Test
  void linksInTarAndZipAreRefused() throws Exception {
    Path tar = dir.resolve("a.tar");
    try (TarArchiveOutputStream out = new TarArchiveOutputStream(Files.newOutputStream(tar))) {
      TarArchiveEntry link = new TarArchiveEntry("link", TarArchiveEntry.LF_SYMLINK);
      link.setLinkName("/etc/passwd");
      out.putArchiveEntry(link);
      out.closeArchiveEntry();
      TarArchiveEntry hard = new TarArchiveEntry("hard", TarArchiveEntry.LF_LINK);
      hard.setLinkName("../x");
      out.putArchiveEntry(hard);
      out.closeArchiveEntry();
      add(out, "good.txt", text("good"));
    }
    UnpackReport r = unpack(tar, Limits.DEFAULT);
    assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("good.txt");
    assertThat(r.problems()).hasSize(2).allMatch(p -> p.code().equals("unsafe-entry"));

    Path zip = dir.resolve("l.zip");
    try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(zip)) {
      ZipArchiveEntry e = new ZipArchiveEntry("link");
      e.setUnixMode(0120777);
      out.putArchiveEntry(e);
      out.write(text("/etc/passwd"));
      out.closeArchiveEntry();
    }
    assertThat(unpack(zip, Limits.DEFAULT).files()).isEmpty();
  }

  private static void add(TarArchiveOutputStream out, String name, byte[] content)
      throws IOException {
    TarArchiveEntry e = new TarArchiveEntry(name);
    e.setSize(content.length);
    out.putArchiveEntry(e);
    out.write(content);
    out.closeArchiveEntry();
  }

  @Test
  void bombsAreStoppedByWhatReallyComesOut() throws Exception {
    Path zip =
        TestPacks.zip(
            dir.resolve("a.zip"), Map.of("zeros.png", new byte[900_000], "small.txt", text("x")));
    UnpackReport trap = unpack(zip, SMALL);
    assertThat(trap.files()).extracting(UnpackedFile::entry).containsExactly("small.txt");
    assertThat(trap.problems()).hasSize(1).allMatch(p -> p.message().contains("like a trap"));
    byte[] noise = new byte[2 << 20];
    new Random(1).nextBytes(noise);
    UnpackReport r =
        unpack(
            TestPacks.zip(dir.resolve("b.zip"), Map.of("big.png", noise, "small.txt", text("x"))),
            SMALL);
    assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("small.txt");
    assertThat(r.problems()).extracting(Problem::code).containsExactly("archive-bomb");
  }

  @Test
  void tooManyEntriesAreRefused() throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    for (int i = 0; i < 60; i++) {
      m.put(i + ".txt", text("x"));
    }
    Path zip = TestPacks.zip(dir.resolve("a.zip"), m);
    assertThatThrownBy(() -> unpack(zip, SMALL))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("entries");
  }

  @Test
  void truncatedArchivesSaySoWhateverTheirKind() throws Exception {
    byte[] noise = new byte[40_000];
    new Random(2).nextBytes(noise);
    Path zip = TestPacks.zip(dir.resolve("a.zip"), Map.of("a.png", noise));
    ByteArrayOutputStream gz = new ByteArrayOutputStream();
    try (TarArchiveOutputStream out = new TarArchiveOutputStream(new GZIPOutputStream(gz))) {
      add(out, "a.png", noise);
    }
    Path tgz = dir.resolve("a.tgz");
    Files.write(tgz, Arrays.copyOf(gz.toByteArray(), 20_000));
    Files.write(zip, Arrays.copyOf(Files.readAllBytes(zip), 20_000));
    for (Path p : List.of(zip, tgz)) {
      assertThatThrownBy(() -> unpack(p, Limits.DEFAULT))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("cut off")
          .hasMessageContaining("Fetch it again");
    }
  }

  @Test
  void emptyUnknownAndRarFilesAreNamed() throws Exception {
    Path empty = dir.resolve("empty.zip");
    Files.write(empty, new byte[0]);
    assertThatThrownBy(() -> unpack(empty, Limits.DEFAULT)).hasMessageContaining("is empty");
    Path junk = dir.resolve("junk.zip");
    Files.write(junk, text("this is no archive at all"));
    assertThatThrownBy(() -> unpack(junk, Limits.DEFAULT)).hasMessageContaining("not an archive");
    Path rar = dir.resolve("a.rar");
    Files.write(rar, text("Rar!\u001a\u0007\u0000 and so on"));
    assertThatThrownBy(() -> unpack(rar, Limits.DEFAULT)).hasMessageContaining("RAR");
    Path none = TestPacks.zip(dir.resolve("none.zip"), Map.of());
    assertThatThrownBy(() -> unpack(none, Limits.DEFAULT)).hasMessageContaining("holds no files");
  }

  @Test
  void encryptedArchivesAskForTheWayOut() throws Exception {
    Path secret = dir.resolve("secret.txt");
    Files.write(secret, text("secret"));
    Path zip = dir.resolve("locked.zip");
    try (var z = new net.lingala.zip4j.ZipFile(zip.toFile(), "word".toCharArray())) {
      var p = new net.lingala.zip4j.model.ZipParameters();
      p.setEncryptFiles(true);
      p.setEncryptionMethod(net.lingala.zip4j.model.enums.EncryptionMethod.AES);
      z.addFile(secret.toFile(), p);
    }
    assertThatThrownBy(() -> unpack(zip, Limits.DEFAULT))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("password");
  }

  @Test
  void archivesInArchivesAreOpenedOneLevelDown() throws Exception {
    Path inner = TestPacks.zip(dir.resolve("inner.zip"), Map.of("rope_diff.txt", text("a")));
    Path outer =
        TestPacks.zip(
            dir.resolve("outer.zip"),
            Map.of("packs/inner.zip", Files.readAllBytes(inner), "readme.txt", text("b")));
    UnpackReport r = unpack(outer, Limits.DEFAULT);
    assertThat(r.files())
        .extracting(UnpackedFile::entry)
        .containsExactly("packs/inner.zip!/rope_diff.txt", "readme.txt");
    assertThat(r.files()).allMatch(f -> Files.exists(f.path()));
    Path deep =
        TestPacks.zip(dir.resolve("deep.zip"), Map.of("outer.zip", Files.readAllBytes(outer)));
    assertThat(unpack(deep, Limits.DEFAULT).files())
        .extracting(UnpackedFile::entry)
        .containsExactlyInAnyOrder("outer.zip!/packs/inner.zip", "outer.zip!/readme.txt");
  }

  private UnpackReport open(Path archive, String password) throws Exception {
    Path out = Files.createTempDirectory(dir, "out");
    return Unpacker.unpack(archive, "a.zip", out, Limits.DEFAULT, Progress.NONE, password);
  }

  @Test
  void passwordsOpenZipAndSevenZ() throws Exception {
    for (var method :
        new net.lingala.zip4j.model.enums.EncryptionMethod[] {
          net.lingala.zip4j.model.enums.EncryptionMethod.AES,
          net.lingala.zip4j.model.enums.EncryptionMethod.ZIP_STANDARD
        }) {
      Path zip = dir.resolve(method + ".zip");
      var p = new net.lingala.zip4j.model.ZipParameters();
      p.setEncryptFiles(true);
      p.setEncryptionMethod(method);
      p.setFileNameInZip("Maps/лодка_diff.txt");
      try (var z = new net.lingala.zip4j.ZipFile(zip.toFile(), "skerry".toCharArray())) {
        z.addStream(new java.io.ByteArrayInputStream(text("rope")), p);
      }
      assertThat(open(zip, "skerry").files())
          .extracting(UnpackedFile::entry)
          .containsExactly("Maps/лодка_diff.txt");
      assertThatThrownBy(() -> open(zip, null))
          .isInstanceOfSatisfying(
              ShelfException.class,
              e -> assertThat(e.problem().code()).isEqualTo("encrypted-archive"));
      assertThatThrownBy(() -> open(zip, "wrong"))
          .isInstanceOfSatisfying(
              ShelfException.class,
              e -> assertThat(e.problem().code()).isEqualTo("wrong-password"));
    }
    Path seven = dir.resolve("a.7z");
    try (var out =
        new org.apache.commons.compress.archivers.sevenz.SevenZOutputFile(
            seven.toFile(), "skerry".toCharArray())) {
      var entry = new org.apache.commons.compress.archivers.sevenz.SevenZArchiveEntry();
      entry.setName("rope.txt");
      out.putArchiveEntry(entry);
      out.write(text("rope"));
      out.closeArchiveEntry();
    }
    assertThat(open(seven, "skerry").files()).hasSize(1);
    assertThatThrownBy(() -> open(seven, "wrong"))
        .isInstanceOfSatisfying(
            ShelfException.class, e -> assertThat(e.problem().code()).isEqualTo("wrong-password"));
  }

  @Test
  void zstandardAndSinglePackedFilesOpen() throws Exception {
    Path tar = dir.resolve("rope.tar.zst");
    try (var out =
        new org.apache.commons.compress.archivers.tar.TarArchiveOutputStream(
            new com.github.luben.zstd.ZstdOutputStream(Files.newOutputStream(tar)))) {
      var e = new org.apache.commons.compress.archivers.tar.TarArchiveEntry("rope/diff.txt");
      e.setSize(4);
      out.putArchiveEntry(e);
      out.write(text("rope"));
      out.closeArchiveEntry();
    }
    assertThat(open(tar, null).files())
        .extracting(UnpackedFile::entry)
        .containsExactly("rope/diff.txt");
    Path single = dir.resolve("rope_height.exr.gz");
    try (var out = new java.util.zip.GZIPOutputStream(Files.newOutputStream(single))) {
      out.write(text("not a tar, only one file"));
    }
    Path into = Files.createTempDirectory(dir, "out");
    UnpackReport r =
        Unpacker.unpack(single, single.toString(), into, Limits.DEFAULT, Progress.NONE, null);
    assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("rope_height.exr");
  }

  @Test
  void aTrapThatUnfoldsArchiveByArchiveIsStopped() throws Exception {
    byte[] zeros = new byte[300_000];
    Map<String, byte[]> inner = new LinkedHashMap<>();
    inner.put("zeros.bin", zeros);
    byte[] one = Files.readAllBytes(TestPacks.zip(dir.resolve("inner.zip"), inner));
    Map<String, byte[]> many = new LinkedHashMap<>();
    for (int i = 0; i < 10; i++) {
      many.put("part" + i + ".zip", one);
    }
    Path outer = TestPacks.zip(dir.resolve("outer.zip"), many);
    Limits tight = new Limits(1000, 1 << 20, 1_000_000, 100_000, 1 << 20);
    UnpackReport r =
        Unpacker.unpack(
            outer, "outer.zip", Files.createTempDirectory(dir, "out"), tight, Progress.NONE, null);
    assertThat(r.problems()).anyMatch(p -> p.code().equals("archive-bomb"));
    long out = r.files().stream().mapToLong(UnpackedFile::size).sum();
    assertThat(out).isLessThan(1_100_000);
  }

  @Test
  void doubledAndClashingEntriesKeepTheFirst() throws Exception {
    Path zip = dir.resolve("a.zip");
    try (ZipArchiveOutputStream out = new ZipArchiveOutputStream(zip)) {
      for (String n : new String[] {"a.txt", "A.TXT", "b", "b/c.txt"}) {
        out.putArchiveEntry(new ZipArchiveEntry(n));
        out.write(text(n));
        out.closeArchiveEntry();
      }
    }
    // Which thread is faster must not matter.
    for (int run = 0; run < 20; run++) {
      UnpackReport r = unpack(zip, Limits.DEFAULT);
      assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("a.txt", "b");
      assertThat(r.problems())
          .extracting(Problem::code)
          .containsExactly("doubled-entry", "doubled-entry");
    }
  }

  @Test
  void damagedEntriesAreNamedAndTheRestIsKept() throws Exception {
    byte[] noise = new byte[5000];
    new Random(3).nextBytes(noise);
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put("bad.png", noise);
    m.put("good.png", noise.clone());
    Path zip = TestPacks.zip(dir.resolve("a.zip"), m);
    byte[] b = Files.readAllBytes(zip);
    Arrays.fill(b, 200, 260, (byte) 0);
    Files.write(zip, b);
    UnpackReport r = unpack(zip, Limits.DEFAULT);
    assertThat(r.files()).extracting(UnpackedFile::entry).containsExactly("good.png");
    assertThat(r.problems()).extracting(Problem::code).containsExactly("damaged-entry");
  }

  @Test
  void oldCodePagesAreDecoded() throws Exception {
    Path zip = dir.resolve("a.zip");
    try (OutputStream o = Files.newOutputStream(zip);
        java.util.zip.ZipOutputStream out =
            new java.util.zip.ZipOutputStream(o, Charset.forName("IBM437"))) {
      out.putNextEntry(new java.util.zip.ZipEntry("fü.txt"));
      out.write(1);
    }
    assertThat(unpack(zip, Limits.DEFAULT).files().getFirst().entry()).isEqualTo("fü.txt");
  }

  @Test
  void namesNoSystemTakesAreMadeHarmless() throws Exception {
    assertThat(EntryName.parts("x/a:b/con.png")).containsExactly("x", "a_b", "_con.png");
    assertThat(EntryName.parts("dots. /x")).containsExactly("dots._", "x");
    // What file systems take at most is 255 bytes, and 255 characters.
    assertThat(EntryName.parts("x".repeat(400) + ".png").getFirst())
        .hasSizeLessThanOrEqualTo(200)
        .endsWith(".png");
  }

  @Test
  void stoppingStops() throws Exception {
    Path zip = TestPacks.zip(dir.resolve("a.zip"), Map.of("a.txt", new byte[1000]));
    Path out = Files.createTempDirectory(dir, "out");
    Progress stop =
        (n, name) -> {
          throw new CancellationException();
        };
    assertThatThrownBy(() -> Unpacker.unpack(zip, "a.zip", out, Limits.DEFAULT, stop, null))
        .isInstanceOf(CancellationException.class);
  }
}
