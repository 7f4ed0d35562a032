CREATE TABLE sector (
    id ${key},
    code VARCHAR(4) NOT NULL UNIQUE,
    name VARCHAR(40) NOT NULL,
    part_of_id INTEGER REFERENCES sector (id)
);
CREATE TABLE aid_type (
    id ${key},
    name VARCHAR(40) NOT NULL UNIQUE,
    floating BOOLEAN NOT NULL,
    day_rate DECIMAL(8,2)
);
CREATE TABLE lamp (
    id ${key},
    model VARCHAR(30) NOT NULL UNIQUE,
    watts ${double} NOT NULL,
    range_miles DECIMAL(4,1)
);
CREATE TABLE aid (
    id ${key},
    code VARCHAR(8) NOT NULL UNIQUE,
    name VARCHAR(60) NOT NULL,
    sector_id INTEGER NOT NULL REFERENCES sector (id),
    aid_type_id INTEGER NOT NULL REFERENCES aid_type (id),
    status VARCHAR(20) NOT NULL DEFAULT 'in service',
    light_character VARCHAR(40),
    paint_hex CHAR(7),
    lamp_id INTEGER REFERENCES lamp (id) ON DELETE SET NULL,
    latitude ${double},
    longitude ${double},
    day_rate DECIMAL(8,2) NOT NULL,
    radar_reflector BOOLEAN NOT NULL DEFAULT FALSE,
    established DATE,
    next_due DATE,
    replaces_id INTEGER REFERENCES aid (id),
    photo ${binary},
    notes TEXT
);
CREATE INDEX aid_by_sector ON aid (sector_id);
CREATE TABLE vessel (
    id ${key},
    name VARCHAR(40) NOT NULL,
    call_sign VARCHAR(8) NOT NULL UNIQUE,
    length_metres DECIMAL(5,1),
    built INTEGER
);
CREATE TABLE crew (
    id ${key},
    name VARCHAR(60) NOT NULL,
    role VARCHAR(30) NOT NULL,
    vessel_id INTEGER REFERENCES vessel (id),
    email VARCHAR(80)
);
CREATE TABLE visit (
    id ${key},
    aid_id INTEGER NOT NULL REFERENCES aid (id),
    vessel_id INTEGER REFERENCES vessel (id),
    visited_on DATE NOT NULL,
    started ${time},
    reported_at ${timestamp},
    hours DECIMAL(4,1),
    cost DECIMAL(10,2),
    done BOOLEAN NOT NULL DEFAULT FALSE,
    report TEXT,
    master_id INTEGER REFERENCES crew (id)
);
CREATE INDEX visit_by_aid ON visit (aid_id);
CREATE TABLE supplier (
    id ${key},
    name VARCHAR(60) NOT NULL,
    town VARCHAR(40)
);
CREATE TABLE part (
    id ${key},
    code VARCHAR(12) NOT NULL UNIQUE,
    name VARCHAR(60) NOT NULL,
    supplier_id INTEGER REFERENCES supplier (id),
    price DECIMAL(10,2) NOT NULL,
    stock INTEGER NOT NULL DEFAULT 0,
    stock_value DECIMAL(12,2) GENERATED ALWAYS AS (round(price * stock, 2)) ${computed}
);
CREATE TABLE visit_part (
    visit_id INTEGER NOT NULL REFERENCES visit (id) ON DELETE CASCADE,
    part_id INTEGER NOT NULL REFERENCES part (id),
    quantity INTEGER NOT NULL,
    PRIMARY KEY (visit_id, part_id)
);
CREATE TABLE inspection (
    id ${key},
    aid_id INTEGER NOT NULL REFERENCES aid (id),
    inspected_on DATE NOT NULL,
    inspector_id INTEGER REFERENCES crew (id),
    result VARCHAR(20) NOT NULL,
    remark TEXT
);
CREATE INDEX inspection_by_aid ON inspection (aid_id);
CREATE TABLE defect (
    id ${key},
    aid_id INTEGER NOT NULL REFERENCES aid (id),
    found_on DATE NOT NULL,
    severity VARCHAR(10) NOT NULL,
    description TEXT NOT NULL,
    closed_on DATE
);
CREATE VIEW overdue_inspection AS
    SELECT aid.code, aid.name, aid.next_due, inspection.inspected_on AS last_inspected
    FROM aid LEFT JOIN inspection ON inspection.aid_id = aid.id AND NOT EXISTS (
        SELECT 1 FROM inspection later
        WHERE later.aid_id = aid.id AND (later.inspected_on > inspection.inspected_on
            OR later.inspected_on = inspection.inspected_on AND later.id > inspection.id))
    WHERE aid.next_due < '2026-12-01';
