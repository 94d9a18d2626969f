/**
 * Descriptors by which the same picture is found again after changes, and the comparison of two.
 */
@NullMarked
package keepshelf.imaging.fingerprint;

import org.jspecify.annotations.NullMarked;
