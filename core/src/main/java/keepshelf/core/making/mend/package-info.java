/** What of delivered maps is at fault and can be put right. */
package keepshelf.core.making.mend;
