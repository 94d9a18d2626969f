package keepshelf.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MapRecordTest {
  /** A shelf of somebody else's may leave out what the file was. */
  @ParameterizedTest
  @CsvSource({
    "maps/rope_nor.png, png, png",
    "maps/rope_nor.png, tiff, tiff",
    "maps/rope.v2/Rope_NOR.TIF, , tif",
    "rope_height.exr, , exr"
  })
  void theEndingStandsInForAFormatThatIsNotRecorded(String path, String format, String told) {
    MapRecord m =
        new MapRecord(
            path,
            MapRole.NORMAL,
            null,
            null,
            0,
            0,
            0,
            0,
            format,
            null,
            null,
            1,
            List.of(),
            "00",
            1,
            null);
    assertThat(m.fileFormat()).isEqualTo(told);
  }
}
