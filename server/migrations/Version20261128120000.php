<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The tube drawer: each physical tube, what was said of it, and its tests; what was said and tested is never changed. */
final class Version20261128120000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Tube drawer';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE tube (label VARCHAR(16) NOT NULL, type VARCHAR(20) NOT NULL, maker VARCHAR(80) NOT NULL, state VARCHAR(20) NOT NULL, state_at TIMESTAMPTZ(6) NOT NULL, price_minor BIGINT, added_at TIMESTAMPTZ(6) NOT NULL, PRIMARY KEY (label))');
        $this->addSql('CREATE INDEX tube_type ON tube (type, label)');
        $this->addSql('CREATE TABLE tube_entry (id UUID NOT NULL, label VARCHAR(16) NOT NULL REFERENCES tube (label) DEFERRABLE INITIALLY DEFERRED, said_at TIMESTAMPTZ(6) NOT NULL, person_id UUID NOT NULL, kind VARCHAR(20) NOT NULL, payload JSONB NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX tube_entry_label ON tube_entry (label, said_at)');
        $this->addSql('CREATE TABLE tube_test (id UUID NOT NULL, label VARCHAR(16) NOT NULL REFERENCES tube (label) DEFERRABLE INITIALLY DEFERRED, taken_at TIMESTAMPTZ(6) NOT NULL, person_id UUID NOT NULL, document JSONB NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX tube_test_label ON tube_test (label, taken_at)');
        $this->addSql("CREATE INDEX tape_entry_tube ON tape_entry ((payload->'change'->>'tubeId')) WHERE kind = 'as-fitted'");
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON tube TO yew_app');
        $this->addSql('GRANT SELECT, INSERT ON tube_entry, tube_test TO yew_app');
    }
}
