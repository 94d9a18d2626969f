/** Makes the pictures that a plan asks for, whole or row by row. */
package keepshelf.core.install.convert;
