/** Puts a plan into the document that a host reads. */
package keepshelf.core.install.document;
