/**
 * Typed views of blocks: what each kind of block says, with the words of the language read here and
 * nowhere else. Begin with the view of a kind, such as {@link elmtable.block.FixtureBlock}.
 */
package elmtable.block;
