/** Trying and keeping the finishes of a material. */
package keepshelf.desktop.finish;
