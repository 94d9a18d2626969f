/** What all simulated hosts share: a surface as read, its evaluation, the report of a program. */
package keepshelf.standins.frame;
