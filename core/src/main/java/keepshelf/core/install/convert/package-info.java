/** Makes the pictures that a plan asks for, whole or row by row. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.convert;
