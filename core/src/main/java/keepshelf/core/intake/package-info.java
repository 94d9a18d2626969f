/**
 * From a download to the shelf: an archive or folder becomes an {@link
 * keepshelf.core.intake.Arrival} (opened, recognised, correctable), and an arrival is filed by
 * staging, journal and atomic rename.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.intake;
