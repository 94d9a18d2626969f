package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PackTextTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Licence: CC0|CC0-1.0",
        "* License = CC-BY 4.0 |CC-BY-4.0",
        "SPDX-License-Identifier: Apache-2.0|Apache-2.0",
        "under a Creative Commons Attribution-NonCommercial 4.0 licence|CC-BY-NC-4.0",
        "Creative   Commons Attribution ShareAlike International License version 3.0|CC-BY-SA-3.0",
        "CC-BY-NC-ND 4.0|CC-BY-NC-ND-4.0",
        "public domain dedication|CC0-1.0",
        "All rights reserved.|",
      })
  void licences(String text, String id) {
    assertThat(PackText.of(text).licence()).isEqualTo(id);
  }

  @ParameterizedTest
  @CsvSource({
    "Tile size: 2 m,2",
    "covers 50 x 50 cm,0.5",
    "Real-world size 1.5m,1.5",
    "tiles every 6 ft,1.8288",
    "size: 30mm x 30mm,0.03"
  })
  void sizes(String text, double metres) {
    assertThat(PackText.of(text).tileMetres()).isEqualTo(metres);
  }

  @Test
  void fieldsInListsAndHeadings() {
    PackText t =
        PackText.of(
            "# Wet Kelp\n\n"
                + " - Source:\tHollow Ash Scans  \n"
                + "> Author = M. Harrow\r\n"
                + "version: v2.1\n");
    assertThat(t.source()).isEqualTo("Hollow Ash Scans");
    assertThat(t.creator()).isEqualTo("M. Harrow");
    assertThat(t.version()).isEqualTo("2.1");
  }

  /** Texts that were made to keep a careless pattern busy for ever. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "source: §250000 x",
        "source:a§250000b ",
        "cc-by§80000-nc",
        "size §60000size 9",
        "tile 9§200000 9",
        "licence: MIT§200000 .",
        "creative commons attribution§200000 ",
        "§250000\t",
        "§250000#",
        "version:§100000 v v",
        "<§200000<a"
      })
  void longTextsAreReadInNoTime(String recipe) {
    String[] parts = recipe.split("§");
    int digits = 0;
    while (digits < parts[1].length() && Character.isDigit(parts[1].charAt(digits))) {
      digits++;
    }
    int times = Integer.parseInt(parts[1].substring(0, digits));
    String what = parts[1].substring(digits);
    assertThat(PackText.of(parts[0] + what.repeat(times / Math.max(1, what.length())))).isNotNull();
  }
}
