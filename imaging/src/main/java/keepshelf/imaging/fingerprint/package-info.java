/**
 * Descriptors by which the same picture is found again after changes, and the comparison of two.
 */
package keepshelf.imaging.fingerprint;
