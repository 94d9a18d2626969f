/** What items and packs have to do with each other. */
package keepshelf.core.catalogue.kin;
