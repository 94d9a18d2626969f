/** Putting items together as the parts of one thing. */
package keepshelf.desktop.ensemble;
