/** Faults of delivered maps, seen before and after they are put right. */
package keepshelf.desktop.mend;
