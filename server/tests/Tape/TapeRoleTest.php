<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Tape;

use Doctrine\DBAL\Exception as DatabaseError;
use PHPUnit\Framework\Attributes\DataProvider;
use Yew\Server\Tests\ServerTestCase;

/** Contract §4: the application's role has INSERT and SELECT on the tape, and no more. */
final class TapeRoleTest extends ServerTestCase
{
    /** @return iterable<string, array{string}> */
    public static function forbidden(): iterable
    {
        foreach (['tape_entry' => 'kind', 'sheet_version' => 'hash', 'issued_report' => 'sha256', 'tube_entry' => 'kind', 'tube_test' => 'label'] as $table => $column) {
            yield $table.': change' => [\sprintf("UPDATE %s SET %s = 'x'", $table, $column)];
            yield $table.': delete' => ['DELETE FROM '.$table];
            yield $table.': empty' => ['TRUNCATE '.$table];
            yield $table.': drop' => ['DROP TABLE '.$table];
            yield $table.': alter' => [\sprintf('ALTER TABLE %s DROP COLUMN %s', $table, $column)];
            yield $table.': help itself to more' => [\sprintf('GRANT ALL ON %s TO yew_app', $table)];
        }
        yield 'disguise as the owner' => ['SET ROLE yew_owner'];
    }

    #[DataProvider('forbidden')]
    public function testTheApplicationMayNot(string $sql): void
    {
        $this->signIn('idris');
        $this->bookIn($this->lantern());
        $connection = $this->em()->getConnection();
        self::assertSame('yew_app', $connection->fetchOne('SELECT current_user'));
        $before = $connection->fetchAllAssociative('SELECT relacl::text FROM pg_class WHERE relname IN (\'tape_entry\', \'sheet_version\', \'issued_report\', \'tube_entry\', \'tube_test\') ORDER BY relname');
        try {
            $connection->executeStatement($sql);
        } catch (DatabaseError $e) {
            self::assertMatchesRegularExpression('/permission denied|must be owner/', $e->getMessage());
        }
        self::assertSame($before, $connection->fetchAllAssociative('SELECT relacl::text FROM pg_class WHERE relname IN (\'tape_entry\', \'sheet_version\', \'issued_report\', \'tube_entry\', \'tube_test\') ORDER BY relname'));
        self::assertSame(1, $connection->fetchOne("SELECT count(*) FROM tape_entry WHERE kind = 'book-in'"));
        self::assertSame('yew_app', $connection->fetchOne('SELECT current_user'));
    }
}
